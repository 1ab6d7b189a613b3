import type { County } from '../county.js';
import { documentsOf } from '../documents.js';
import { statusAt } from '../listingRecord.js';
import { byLastChange, firstAt } from '../market.js';
import type { Entry, Market } from '../market.js';
import { captionsOf } from '../pictures/pictures.js';
import type { Filter } from './filter.js';

export type Row = Readonly<Record<string, unknown>>;

/** Something of a resource that can be read field by field, and as a whole once it is wanted. */
export interface Item {
  readonly read: (field: string) => unknown;
  readonly whole: () => Row;
  /** A listing's pictures. */
  readonly media?: () => Row[];
}

/** One RESO resource as the feed keeps it. */
export interface Resource {
  readonly key: string;
  /** The field or fields that `items` come in order of. */
  readonly inOrder: string;
  /** At least the items that a filter accepts. */
  items(filter: Filter | null): Items;
}

/** Items in their order, each made when it is looked at. */
export interface Items {
  readonly length: number;
  readonly at: (i: number) => Item;
}

export function resourcesOf(county: County, market: Market): Readonly<Record<string, Resource>> {
  return {
    Property: {
      key: 'ListingKey',
      inOrder: 'ModificationTimestamp,ListingKey',
      items: (filter) => itemsOf(entriesFor(market, filter, 'ListingKey'), (entry) => propertyItem(market, entry)),
    },
    Media: {
      key: 'MediaKey',
      inOrder: '',
      items: (filter) =>
        itemsOf(
          entriesFor(market, filter, 'ResourceRecordKey').flatMap((entry) => mediaOf(market, entry)),
          plainItem,
        ),
    },
    OpenHouse: {
      key: 'OpenHouseKey',
      inOrder: 'ModificationTimestamp,OpenHouseKey',
      items: (filter) =>
        itemsOf(
          since(market.openHouses(), filter, (row) => Date.parse(row.ModificationTimestamp)),
          plainItem,
        ),
    },
    HistoryTransactional: {
      key: 'HistoryTransactionalKey',
      inOrder: 'ModificationTimestamp,HistoryTransactionalKey',
      items(filter) {
        const rows = market.history(filter?.only('ResourceRecordKey') ?? null, fromOf(filter) ?? undefined);
        return itemsOf(
          since(rows, filter, (row) => Date.parse(row.ModificationTimestamp)),
          plainItem,
        );
      },
    },
    Member: { key: 'MemberKey', inOrder: '', items: () => itemsOf(county.members, plainItem) },
    Office: { key: 'OfficeKey', inOrder: '', items: () => itemsOf(county.offices, plainItem) },
  };
}

export function itemsOf<T>(rows: readonly T[], item: (row: T) => Item): Items {
  return { length: rows.length, at: (i) => item(rows[i] as T) };
}

function mediaOf(market: Market, entry: Entry): Row[] {
  const record = market.record(entry);
  const pictures = captionsOf(record, entry.listing.parcel).map((ShortDescription, Order) => ({
    MediaKey: `${entry.key}-${Order}`,
    ResourceName: 'Property',
    ResourceRecordKey: entry.key,
    MediaCategory: 'Photo',
    MimeType: 'image/svg+xml',
    Order,
    ShortDescription,
    MediaURL: `/media/${entry.key}/${Order}.svg`,
  }));
  const documents = documentsOf(record).map(({ name, title }, Order) => ({
    MediaKey: `${entry.key}-D${Order}`,
    ResourceName: 'Property',
    ResourceRecordKey: entry.key,
    MediaCategory: 'Document',
    MimeType: 'application/pdf',
    Order,
    ShortDescription: title,
    MediaURL: `/documents/${entry.key}/${name}.pdf`,
  }));
  return [...pictures, ...documents];
}

function entriesFor(market: Market, filter: Filter | null, key: string): readonly Entry[] {
  const keys = filter?.only(key);
  if (keys) {
    return [...new Set(keys)].flatMap((each) => market.find(each) ?? []).sort(byLastChange);
  }
  const from = fromOf(filter);
  return from === null ? market.entries() : market.changedSince(from);
}

/** The moment of the last change that a filter asks for at least. */
function fromOf(filter: Filter | null): number | null {
  const least = filter?.least('ModificationTimestamp');
  return least == null ? null : Date.parse(least);
}

/** Of rows in order of their last change, those not ruled out by a filter on it. */
function since<T>(rows: readonly T[], filter: Filter | null, changedAt: (row: T) => number): readonly T[] {
  const from = fromOf(filter);
  return from === null ? rows : rows.slice(firstAt(rows, (row) => changedAt(row) >= from));
}

/** What readers ask for most, which is known without the rest of a record. */
const KNOWN_OF = new Map<string, (entry: Entry, market: Market) => unknown>([
  ['ListingKey', ({ key }) => key],
  ['ModificationTimestamp', ({ modified }) => new Date(modified).toISOString()],
  ['StandardStatus', ({ listing }, { moment }) => statusAt(listing, moment)],
]);

function propertyItem(market: Market, entry: Entry): Item {
  let record: Row | null = null;
  const whole = (): Row => (record ??= market.record(entry));
  return {
    whole,
    media: () => mediaOf(market, entry),
    read: (field) => {
      const known = KNOWN_OF.get(field);
      return known ? known(entry, market) : whole()[field];
    },
  };
}

export function plainItem(row: object): Item {
  return { read: (field) => (row as Row)[field], whole: () => row as Row };
}
