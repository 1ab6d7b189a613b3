import { Inject, Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { ListedAnew, ListingAnswer } from '@perambula/contract';
import { forAudience, homeHistory, mayShow, ON_MARKET, positionOf, STATUSES, statusesInReach } from '@perambula/core';
import type {
  Audience,
  FieldValue,
  HomeHistory,
  Life,
  ListingChange,
  ListingRecord,
  Search,
  TaleOfListing,
} from '@perambula/core';
import { DataSource, In, IsNull, MoreThan, MoreThanOrEqual, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
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

/** What decides whether a listing, and where it stands, may be shown. */
const SHOWN_BY = ['InternetEntireListingDisplayYN', 'InternetAddressDisplayYN', 'ListOfficeName'] as const;

/** Listings and their changes as they are stored. */
@Injectable()
export class ListingsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    @Inject(CONFIG) private readonly config: Pick<Config, 'anewAfterDays'>,
  ) {}

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

  /** Those of some listings that may be shown to an audience. */
  async thoseShown(keys: readonly string[], audience: Audience): Promise<ReadonlySet<string>> {
    const decided = keys.length === 0 ? [] : await this.decidedBy('listingKey IN (?)', [keys]);
    return new Set(decided.filter(({ record }) => mayShow(record, audience)).map(({ key }) => key));
  }

  /** The homes on the market that may not be shown to anybody but agents, and those of which nobody else may learn where they stand. */
  async hiddenFromAll(): Promise<{ readonly homes: ReadonlySet<string>; readonly places: ReadonlySet<string> }> {
    const decided = await this.decidedBy(
      // any flag that is there, or no office: few; what they may be is decided below
      `removed = 0 AND standardStatus IN (?)
         AND (CONCAT('', JSON_EXTRACT(data, '$.InternetEntireListingDisplayYN')) <> 'true'
           OR CONCAT('', JSON_EXTRACT(data, '$.InternetAddressDisplayYN')) <> 'true'
           OR JSON_VALUE(data, '$.ListOfficeName') IS NULL OR TRIM(JSON_VALUE(data, '$.ListOfficeName')) = '')`,
      [[...ON_MARKET]],
    );
    const those = (isHidden: (record: ListingRecord) => boolean): ReadonlySet<string> =>
      new Set(decided.filter(({ record }) => isHidden(record)).map(({ key }) => key));
    return {
      homes: those((record) => !mayShow(record, 'public')),
      places: those((record) => positionOf(forAudience({ ...record, Longitude: 0, Latitude: 0 }, 'public')) === null),
    };
  }

  /** Of some listings, what decides who may be shown them, and nothing else. */
  private async decidedBy(
    where: string,
    values: readonly unknown[],
  ): Promise<readonly { readonly key: string; readonly record: ListingRecord }[]> {
    // as texts, whatever they are: the driver would read JSON
    const columns = SHOWN_BY.map((field) => `CONCAT('', JSON_EXTRACT(data, '$.${field}')) AS ${field}`);
    const rows = await this.database.query<({ key: string } & Record<(typeof SHOWN_BY)[number], string | null>)[]>(
      `SELECT listingKey AS \`key\`, ${columns.join(', ')} FROM listings WHERE ${where}`,
      [...values],
    );
    return rows.map(({ key, ...texts }) => ({
      key,
      record: Object.fromEntries(
        SHOWN_BY.flatMap((field) => (texts[field] === null ? [] : [[field, JSON.parse(texts[field]) as FieldValue]])),
      ) as ListingRecord,
    }));
  }

  /** Those of some listings that the feed has no more. */
  async removedOf(keys: readonly string[]): Promise<ReadonlySet<string>> {
    const rows = await this.database
      .getRepository(ListingRow)
      .find({ select: { listingKey: true }, where: { listingKey: In([...keys]), removed: true } });
    return new Set(rows.map(({ listingKey }) => listingKey));
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

  /** News of some listings from a moment on, in the order it was told. */
  async changesOf(keys: readonly string[], from: Date): Promise<ListingChange[]> {
    if (keys.length === 0) return [];
    const rows = await this.database.getRepository(ListingEventRow).find({
      where: { listingKey: In([...keys]), at: MoreThanOrEqual(from) },
      order: { at: 'ASC', id: 'ASC' },
    });
    return rows.map(asChange);
  }

  /** A listing for an agent, with its home's history over all its listings. */
  async page(agentId: string, key: string): Promise<ListingAnswer> {
    if (isOwnKey(key)) {
      const own = found((await this.byKeys([key], agentId)).get(key), 'listing');
      return { listing: forAudience(own, 'agent'), history: this.historyOf([own], []), openHouses: [] };
    }
    const row = found(await this.database.getRepository(ListingRow).findOneBy({ listingKey: key }), 'listing');
    const ofParcel = row.parcelNumber ? await this.ofParcel(row.parcelNumber) : [row.data];
    // a rent is not compared with a price
    const siblings = ofParcel.filter((data) => isRental(data) === isRental(row.data));
    const events = await this.database
      .getRepository(ListingEventRow)
      .findBy({ listingKey: In(siblings.map(({ ListingKey }) => ListingKey)) });
    return {
      listing: forAudience(row.data, 'agent'),
      history: this.historyOf(siblings, events),
      openHouses: await this.openHousesOf(key),
    };
  }

  /** As announced, those called off too, by their start. */
  async openHousesOf(key: string): Promise<ListingAnswer['openHouses']> {
    const visits = await this.database
      .getRepository(OpenHouseRow)
      .find({ where: { listingKey: key }, order: { startsAt: 'ASC' } });
    return visits.map(({ startsAt, endsAt, status }) => ({
      startsAt: startsAt.toISOString(),
      endsAt: endsAt.toISOString(),
      status,
    }));
  }

  /** The open houses of some listings that are still to come, by listing. */
  async openHousesAhead(keys: readonly string[], now: Date): Promise<Map<string, Date[]>> {
    const visits = await this.database
      .getRepository(OpenHouseRow)
      .find({ where: { listingKey: In([...keys]), endsAt: MoreThan(now), status: Not('Canceled') }, order: { startsAt: 'ASC' } });
    const ahead = new Map<string, Date[]>();
    for (const { listingKey, startsAt } of visits) ahead.set(listingKey, [...(ahead.get(listingKey) ?? []), startsAt]);
    return ahead;
  }

  /** A parcel's listings, of whatever kind. */
  async ofParcel(parcelNumber: string): Promise<ListingRecord[]> {
    const rows = await this.database.getRepository(ListingRow).findBy({ parcelNumber, removed: false });
    return rows.map(({ data }) => data);
  }

  /** Of listings that are over, a later one of the same home that is offered now in the same way, where there is one. */
  async listedAnew(keys: readonly string[]): Promise<Map<string, ListedAnew>> {
    const listings = this.database.getRepository(ListingRow);
    const offered = In([...ON_MARKET]);
    const over = await listings.findBy({
      listingKey: In([...keys]),
      parcelNumber: Not(IsNull()),
      standardStatus: Not(offered),
    });
    if (over.length === 0) return new Map();
    const parcels = [...new Set(over.flatMap(({ parcelNumber }) => parcelNumber ?? []))];
    const siblings = await listings.findBy({ parcelNumber: In(parcels), removed: false, standardStatus: offered });
    return new Map(
      over.flatMap(({ listingKey, parcelNumber, data }) => {
        const later = siblings.filter(
          (other) =>
            other.parcelNumber === parcelNumber &&
            isRental(other.data) === isRental(data) &&
            String(other.data['UnitNumber'] ?? '') === String(data['UnitNumber'] ?? '') &&
            contracted(other.data) >= contracted(data),
        );
        const latest = later.sort((a, b) => contracted(b.data).localeCompare(contracted(a.data)))[0];
        return latest
          ? [[listingKey, { listingKey: latest.listingKey, price: Number(latest.data['ListPrice'] ?? 0) }] as const]
          : [];
      }),
    );
  }

  /** Listings each by itself, from its beginning to its end. */
  async livesOf(keys: readonly string[]): Promise<Life[]> {
    if (keys.length === 0) return [];
    const records = await this.byKeys(keys);
    const events = await this.database.getRepository(ListingEventRow).findBy({ listingKey: In(keys) });
    return [...records.values()].flatMap((record) => this.historyOf([record], events).lives);
  }

  private historyOf(listings: readonly ListingRecord[], events: readonly ListingEventRow[]): HomeHistory {
    return homeHistory(
      listings.map((record) => taleOf(record, events, this.clock.now())),
      this.clock.now(),
      this.config.anewAfterDays,
    );
  }
}

function recordsOf(rows: readonly { readonly data: string }[]): ListingRecord[] {
  return rows.map(({ data }) => JSON.parse(data) as ListingRecord);
}

/** The day since which it is listed, ISO 8601; "" where its feed does not say. */
function contracted(record: ListingRecord): string {
  return String(record['ListingContractDate'] ?? record['OnMarketDate'] ?? '');
}

function isRental(record: ListingRecord): boolean {
  return record['PropertyType'] === 'Residential Lease';
}

/** What tells when a listing began, the surest first; feeds and files may leave any of them blank. */
const BEGINNINGS = [
  'OriginalEntryTimestamp',
  'OnMarketDate',
  'ListingContractDate',
  'CloseDate',
  'StatusChangeTimestamp',
  'ModificationTimestamp',
] as const;

function beganAt(record: ListingRecord, now: number): number {
  const told = BEGINNINGS.map((field) => Date.parse(String(record[field])));
  return told.find((at) => !Number.isNaN(at)) ?? now;
}

/** @param now  when it began, where nothing tells */
function taleOf(record: ListingRecord, events: readonly ListingEventRow[], now: number): TaleOfListing {
  const own = events.filter(({ listingKey }) => listingKey === record.ListingKey).map(asChange);
  const inOrder = own.toSorted((a, b) => a.at - b.at);
  const firstOf = (field: string): unknown => inOrder.find((change) => change.field === field)?.from;
  const price = firstOf('ListPrice') ?? record['OriginalListPrice'] ?? record['ListPrice'];
  return {
    listingKey: record.ListingKey,
    listingId: String(record['ListingId'] ?? record.ListingKey),
    agent: textOr(record['ListAgentFullName']),
    office: textOr(record['ListOfficeName']),
    // nothing happened to it before it began
    at: Math.min(beganAt(record, now), inOrder[0]?.at ?? Infinity),
    status: String(firstOf('StandardStatus') ?? record['StandardStatus']),
    price: typeof price === 'number' ? price : null,
    closePrice: typeof record['ClosePrice'] === 'number' ? record['ClosePrice'] : null,
    changes: inOrder.flatMap(({ field, to, at }): TaleOfListing['changes'] => {
      if (field === 'ListPrice') return typeof to === 'number' ? [{ at, field, to }] : [];
      return field === 'StandardStatus' && to !== null ? [{ at, field, to: String(to) }] : [];
    }),
  };
}

function textOr(value: FieldValue): string | null {
  return typeof value === 'string' ? value : null;
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
