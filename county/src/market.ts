import type { County } from './county.js';
import { addressOf, modifiedAt, recordAt } from './listingRecord.js';
import type { FeedRecord } from './feedRecord.js';
import { DAY, lifeOf } from './lives.js';
import type { Listing } from './lives.js';

/** One field's change as RESO's HistoryTransactional has it. */
export interface HistoryRow {
  readonly HistoryTransactionalKey: string;
  readonly ResourceName: 'Property';
  readonly ResourceRecordKey: string;
  readonly FieldName: string;
  readonly PreviousValue: string | null;
  readonly NewValue: string | null;
  readonly ModificationTimestamp: string;
}

export interface OpenHouseRow {
  readonly OpenHouseKey: string;
  readonly ListingKey: string;
  readonly OpenHouseDate: string;
  readonly OpenHouseStartTime: string;
  readonly OpenHouseEndTime: string;
  readonly OpenHouseStatus: 'Active' | 'Canceled' | 'Ended';
  readonly ModificationTimestamp: string;
}

/** A listing that has entered, as the market lists it: cheap to filter and order by, its record made when asked for. */
export interface Entry {
  readonly number: number;
  readonly key: string;
  readonly listing: Listing;
  readonly modified: number;
}

/** By the last change and then the key, as the feed orders listings. */
export function byLastChange(a: Entry, b: Entry): number {
  return a.modified - b.modified || (a.key < b.key ? -1 : 1);
}

const TRACKED = ['StandardStatus', 'ListPrice'];
const YEARS_AHEAD = 3;
/** Of so few listings the history is put in order each time that it is asked for. */
const FEW = 2_000;

/**
 * The county's market. Each parcel's life is drawn on its own from the seed; the market is all of those lives until a
 * moment, so the same seed and moment give the same listings however one gets there.
 */
export class Market {
  private numbered: readonly Listing[] = [];
  private drawnUntil = -Infinity;
  private now = -Infinity;
  private inOrder: readonly Entry[] = [];
  /** Every moment at which something about a listing changes, rising, and the place of that listing. */
  private moments = new Float64Array(0);
  private changing = new Uint32Array(0);
  /** The listings that ever have an open house, by place, and when their last one ends. */
  private visited: readonly { readonly i: number; readonly until: number }[] = [];
  private past: readonly HistoryRow[] | null = null;
  private visits: readonly OpenHouseRow[] | null = null;

  constructor(readonly county: County) {}

  /** Whether it has lived until any moment yet. */
  get hasBegun(): boolean {
    return this.now > -Infinity;
  }

  /** Lives on until a moment in milliseconds since 1970 UTC; a moment already past changes nothing. */
  advanceTo(now: number): void {
    if (now <= this.now) return;
    const before = this.now;
    this.now = now;
    const isDrawn = now <= this.drawnUntil - 365 * DAY;
    if (!isDrawn) this.draw(now);
    const from = isDrawn ? firstAfter(this.moments, before) : 0;
    const changed = new Set(this.changing.subarray(from, firstAfter(this.moments, now)));
    if (changed.size === 0) return;
    this.past = null;
    this.visits = null;
    // the others stand as they stood, and in their order
    const entries = isDrawn ? this.inOrder.filter(({ number }) => !changed.has(number - 1)) : [];
    for (const i of changed) entries.push(...this.entryAt(i));
    this.inOrder = entries.sort(byLastChange);
  }

  /** The listings there are, by their last change and then their key. */
  entries(): readonly Entry[] {
    return this.inOrder;
  }

  record({ listing, number }: Entry): FeedRecord {
    return recordAt(this.county, listing, number, this.now);
  }

  find(key: string): Entry | undefined {
    const number = Number(/^OST(\d{7})$/.exec(key)?.[1]);
    return this.entryAt(number - 1)[0];
  }

  /** The listing of that place as the market lists it; none before it entered, or once it was taken out. */
  private entryAt(i: number): readonly Entry[] {
    const listing = this.numbered[i];
    const modified = listing && listing.deletedAt > this.now ? modifiedAt(listing, this.now) : null;
    return listing && modified !== null ? [{ number: i + 1, key: keyOf(i + 1), listing, modified }] : [];
  }

  /** The moment until which the market has lived, in milliseconds since 1970 UTC. */
  get moment(): number {
    return this.now;
  }

  /**
   * What changed in the listings there are, or in some of them, oldest first.
   *
   * @param from  what changed before it may be left out, milliseconds since 1970 UTC
   */
  history(keys: readonly string[] | null = null, from = -Infinity): readonly HistoryRow[] {
    const some = keys?.flatMap((key) => this.find(key) ?? []) ?? this.changedSince(from);
    // all of it is put in order once, however many ask for its parts
    if (keys || some.length < FEW)
      return inTime(
        some.flatMap((entry) => historyOf(entry, this.now)),
        'HistoryTransactionalKey',
      );
    return (this.past ??= inTime(
      this.inOrder.flatMap((entry) => historyOf(entry, this.now)),
      'HistoryTransactionalKey',
    ));
  }

  /** The open houses announced so far, those of the last weeks and those to come. */
  openHouses(): readonly OpenHouseRow[] {
    const since = this.now - 30 * DAY;
    return (this.visits ??= inTime(
      this.visited
        .filter(({ until }) => until > since)
        .flatMap(({ i }) => this.entryAt(i))
        .flatMap((entry) => openHousesOf(entry, since, this.now)),
      'OpenHouseKey',
    ));
  }

  /** The listings there are whose last change was then or later. */
  changedSince(from: number): readonly Entry[] {
    return this.inOrder.slice(firstAt(this.inOrder, ({ modified }) => modified >= from));
  }

  private draw(now: number): void {
    const { parcels, seed, since } = this.county;
    const first = Math.floor(Date.parse(`${since}T00:00:00Z`) / DAY);
    this.drawnUntil = now + YEARS_AHEAD * 365 * DAY;
    const last = Math.floor(this.drawnUntil / DAY);
    this.numbered = parcels
      .flatMap((parcel) => lifeOf(parcel, seed, first, last))
      .map((listing) => ({ listing, at: listing.events[0]?.at ?? Infinity, address: addressOf(listing.parcel) }))
      .sort((a, b) => a.at - b.at || (a.address < b.address ? -1 : 1))
      .map(({ listing }) => listing);
    const changes = this.numbered.flatMap(({ events, openHouses, deletedAt }, i) =>
      [
        ...events.map(({ at }) => at),
        ...openHouses.flatMap(({ announced, end }) => [announced, end]),
        ...(Number.isFinite(deletedAt) ? [deletedAt] : []),
      ].map((at) => ({ at, i })),
    );
    this.visited = this.numbered.flatMap(({ openHouses }, i) =>
      openHouses.length > 0 ? [{ i, until: Math.max(...openHouses.map(({ end }) => end)) }] : [],
    );
    changes.sort((a, b) => a.at - b.at);
    this.moments = Float64Array.from(changes, ({ at }) => at);
    this.changing = Uint32Array.from(changes, ({ i }) => i);
  }
}

function firstAfter(moments: Float64Array, at: number): number {
  return firstAt(moments, (moment) => moment > at);
}

/** The place of the first of which something is so, where it is so of all after it; their number where it is so of none. */
export function firstAt<T>(all: ArrayLike<T>, isSo: (each: T) => boolean): number {
  let [low, high] = [0, all.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (isSo(all[middle] as T)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Rows by their last change and then by their key. */
function inTime<T extends { readonly ModificationTimestamp: string }>(rows: T[], key: keyof T): T[] {
  const places = rows.map((row) => ({ row, place: `${row.ModificationTimestamp} ${String(row[key])}` }));
  return places.sort((a, b) => (a.place < b.place ? -1 : 1)).map(({ row }) => row);
}

/** A listing's open houses, announced by now and not over before `since`; one is called off when the home is no longer active. */
function openHousesOf({ listing, key }: Entry, since: number, now: number): OpenHouseRow[] {
  const [entered] = listing.events;
  return listing.openHouses.flatMap(({ announced, start, end }, i): OpenHouseRow[] => {
    if (announced > now || end <= since) return [];
    const left = listing.events.find(
      ({ at, changes }) =>
        at > (entered?.at ?? 0) &&
        at < start &&
        changes['StandardStatus'] !== undefined &&
        changes['StandardStatus'] !== 'Active',
    );
    const canceled = left !== undefined && left.at <= now;
    const changed = Math.max(announced, canceled ? left.at : end <= now ? end : announced);
    return [
      {
        OpenHouseKey: `${key}-O${i + 1}`,
        ListingKey: key,
        OpenHouseDate: new Date(start).toISOString().slice(0, 10),
        OpenHouseStartTime: new Date(start).toISOString(),
        OpenHouseEndTime: new Date(end).toISOString(),
        OpenHouseStatus: canceled ? 'Canceled' : end <= now ? 'Ended' : 'Active',
        ModificationTimestamp: new Date(changed).toISOString(),
      },
    ];
  });
}

function keyOf(number: number): string {
  return `OST${String(number).padStart(7, '0')}`;
}

/** A listing's changes of status and price until a moment, its entry not among them. */
function historyOf({ listing, key }: Entry, now: number): HistoryRow[] {
  const stands: Record<string, string> = {};
  const rows: HistoryRow[] = [];
  listing.events.forEach(({ at, changes }, i) => {
    if (at > now) return;
    for (const field of TRACKED) {
      if (changes[field] == null) continue;
      const next = String(changes[field]);
      if (stands[field] !== undefined && stands[field] !== next)
        rows.push({
          HistoryTransactionalKey: `${key}-${i}-${field}`,
          ResourceName: 'Property',
          ResourceRecordKey: key,
          FieldName: field,
          PreviousValue: stands[field],
          NewValue: next,
          ModificationTimestamp: new Date(at).toISOString(),
        });
      stands[field] = next;
    }
  });
  return rows;
}
