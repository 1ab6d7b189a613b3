import { Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { HistoryEntry, ListingAnswer } from '@perambula/contract';
import { forAudience, ON_MARKET, STATUSES, statusesInReach } from '@perambula/core';
import type { ListingChange, ListingRecord, Search } from '@perambula/core';
import { DataSource, In, MoreThanOrEqual, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Failure, found } from '../common/failure.js';
import { ListingEventRow, ListingRow, OpenHouseRow, SequenceRow } from './listing.entity.js';

/** A listing's row as the database gives it. */
export interface StoredListing {
  /** A bigint, which the driver gives as text. */
  readonly sequence: string;
  readonly listingKey: string;
  readonly removed: number;
  readonly data: string;
  /** The agent who alone sees it; null where everybody does. */
  readonly reader: string | null;
}

/** Listings and their changes as they are stored. */
@Injectable()
export class ListingsService {
  constructor(private readonly database: DataSource) {}

  async sequence(): Promise<number> {
    return (await this.database.getRepository(SequenceRow).findOneBy({ id: 1 }))?.value ?? 0;
  }

  /** @param reader  the agent whose own listings are found, too */
  async byKeys(keys: readonly string[], reader: string | null = null): Promise<Map<string, ListingRecord>> {
    const texts = await this.textsByKeys(keys, reader);
    return new Map([...texts].map(([key, text]) => [key, JSON.parse(text) as ListingRecord]));
  }

  /**
   * Listings as the JSON that is stored of them.
   *
   * @param reader  the agent whose own listings are found, too
   */
  async textsByKeys(keys: readonly string[], reader: string | null = null): Promise<Map<string, string>> {
    const own = keys.filter(isOwnKey);
    const others = own.length === 0 ? keys : keys.filter((key) => !isOwnKey(key));
    type Row = Pick<StoredListing, 'listingKey' | 'data'>;
    const rows: Row[] = [];
    if (others.length > 0)
      rows.push(...(await this.database.query<Row[]>('SELECT listingKey, data FROM listings WHERE listingKey IN (?)', [others])));
    if (own.length > 0 && reader !== null)
      rows.push(
        ...(await this.database.query<Row[]>(
          'SELECT listingKey, data FROM own_listings WHERE agentId = ? AND removed = 0 AND listingKey IN (?)',
          [reader, own],
        )),
      );
    return new Map(rows.map(({ listingKey, data }) => [listingKey, data]));
  }

  /** A listing that others may be told of; that of an agent's own file is not. */
  async forOthers(key: string): Promise<ListingRecord> {
    if (isOwnKey(key))
      throw new Failure(
        'listing.own',
        'This home is of your own file, which only you see. It cannot be put on a client’s shortlist, sent or shown.',
      );
    return found((await this.byKeys([key])).get(key), 'listing');
  }

  /** Listings changed after a sequence number, in its order, removed ones too; each record still as JSON. */
  changedSince(sequence: number, most: number): Promise<StoredListing[]> {
    return this.database.query<StoredListing[]>(
      `(SELECT sequence, listingKey, removed, data, NULL AS reader FROM listings WHERE sequence > ? ORDER BY sequence LIMIT ?)
       UNION ALL
       (SELECT sequence, listingKey, removed, data, agentId AS reader FROM own_listings WHERE sequence > ? ORDER BY sequence LIMIT ?)
       ORDER BY sequence LIMIT ?`,
      [sequence, most, sequence, most, most],
    );
  }

  /** The agents who have listings of their own. */
  async readers(): Promise<Set<string>> {
    const rows = await this.database.query<{ agentId: string }[]>('SELECT DISTINCT agentId FROM own_listings WHERE removed = 0');
    return new Set(rows.map(({ agentId }) => agentId));
  }

  /** The listings that searches range over by their statuses, the engine's own first cut. */
  async inReach(searches: readonly Search[], manager: EntityManager = this.database.manager): Promise<ListingRecord[]> {
    const reaches = searches.map(statusesInReach);
    const statuses = reaches.includes(null) ? STATUSES : [...new Set(reaches.flatMap((reach) => [...(reach ?? [])]))];
    return recordsOf(await manager.query('SELECT data FROM listings WHERE removed = 0 AND standardStatus IN (?)', [statuses]));
  }

  /** The listings that were on the market at any time since a moment. */
  async aliveSince(at: Date): Promise<ListingRecord[]> {
    return recordsOf(
      // two, each by its own index
      await this.database.query(
        `SELECT data FROM listings WHERE removed = 0 AND standardStatus IN (?)
         UNION ALL SELECT data FROM listings WHERE removed = 0 AND standardStatus NOT IN (?) AND modifiedAt >= ?`,
        [[...ON_MARKET], [...ON_MARKET], at],
      ),
    );
  }

  /** News from a moment on, in the order it was told; what came with the first load is not among it unless asked for. */
  async changesFrom(at: Date, withFirstLoad: boolean): Promise<ListingChange[]> {
    const rows = await this.database.getRepository(ListingEventRow).find({
      where: { at: MoreThanOrEqual(at), ...(withFirstLoad ? {} : { sequence: Not(0) }) },
      order: { at: 'ASC', id: 'ASC' },
    });
    return rows.map(asChange);
  }

  /** A listing for an agent, with its parcel's history over all its listings, newest first; of their own file it has none. */
  async page(agentId: string, key: string): Promise<ListingAnswer> {
    if (isOwnKey(key)) {
      const own = found((await this.byKeys([key], agentId)).get(key), 'listing');
      return { listing: forAudience(own, 'agent'), history: [openingOf(own, [])], openHouses: [] };
    }
    const row = found(await this.database.getRepository(ListingRow).findOneBy({ listingKey: key }), 'listing');
    const ofParcel = row.parcelNumber
      ? await this.database.getRepository(ListingRow).findBy({ parcelNumber: row.parcelNumber })
      : [row];
    // a rent is not compared with a price
    const siblings = ofParcel.filter(({ data }) => isRental(data) === isRental(row.data));
    const events = await this.database
      .getRepository(ListingEventRow)
      .findBy({ listingKey: In(siblings.map(({ listingKey }) => listingKey)) });
    const openings = siblings.map(({ data }) => openingOf(data, events));
    const changes = events
      .filter(({ field }) => field !== 'ListingKey')
      .map((event) => ({
        listingKey: event.listingKey,
        at: event.at.toISOString(),
        field: event.field,
        from: event.fromValue,
        to: event.toValue,
        ...(event.toValue === 'Closed' ? closePriceOf(siblings, event.listingKey) : {}),
      }));
    const history = [...openings, ...changes].sort((a, b) => (a.at < b.at ? 1 : -1));
    const visits = await this.database
      .getRepository(OpenHouseRow)
      .find({ where: { listingKey: key }, order: { startsAt: 'ASC' } });
    const openHouses = visits.map(({ startsAt, endsAt, status }) => ({
      startsAt: startsAt.toISOString(),
      endsAt: endsAt.toISOString(),
      status,
    }));
    return { listing: forAudience(row.data, 'agent'), history, openHouses };
  }
}

function recordsOf(rows: readonly { readonly data: string }[]): ListingRecord[] {
  return rows.map(({ data }) => JSON.parse(data) as ListingRecord);
}

function closePriceOf(rows: readonly ListingRow[], key: string): { price?: number } {
  const price = rows.find(({ listingKey }) => listingKey === key)?.data['ClosePrice'];
  return typeof price === 'number' ? { price } : {};
}

function isRental(record: ListingRecord): boolean {
  return record['PropertyType'] === 'Residential Lease';
}

function openingOf(data: ListingRecord, events: readonly ListingEventRow[]): HistoryEntry {
  const firstStatus = events
    .filter(({ listingKey, field }) => listingKey === data.ListingKey && field === 'StandardStatus')
    .sort((a, b) => a.at.getTime() - b.at.getTime())[0];
  return {
    listingKey: data.ListingKey,
    at: String(data['OriginalEntryTimestamp']),
    field: 'ListingKey',
    from: null,
    to: firstStatus?.fromValue ?? String(data['StandardStatus']),
    price: Number(data['OriginalListPrice'] ?? data['ListPrice']),
  };
}

/** A stored event as core reads it: prices are numbers again. */
export function asChange(row: ListingEventRow): ListingChange {
  const value = (text: string | null): string | number | null =>
    row.field === 'ListPrice' && text !== null ? Number(text) : text;
  return {
    ListingKey: row.listingKey,
    field: row.field,
    from: value(row.fromValue),
    to: value(row.toValue),
    at: row.at.getTime(),
  };
}
