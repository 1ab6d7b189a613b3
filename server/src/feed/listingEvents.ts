import type { EntityManager } from 'typeorm';
import { insertRows } from '../common/insertRows.js';

/** A change of a listing as the feed's own history tells it. */
export interface ReportedChange {
  readonly feedKey: string;
  readonly listingKey: string;
  readonly field: string;
  readonly from: string | null;
  readonly to: string | null;
  readonly at: Date;
}

/** A change as it is written. */
export type EventRow = readonly [
  sequence: number,
  listingKey: string,
  field: string,
  from: string | null,
  to: string | null,
  at: Date,
  feedKey: string,
];

/** @param sequence  0 where it is nobody's news */
export function eventOf({ feedKey, listingKey, field, from, to, at }: ReportedChange, sequence: number): EventRow {
  return [sequence, listingKey, field, from, to, at, feedKey];
}

/** What a change is called that was found by comparing, rather than told by the feed. */
export function comparedKey(key: string, field: string, at: Date): string {
  return `${key} ${field} ${at.getTime()}`;
}

/** Of events those that were not written before as found by comparing: a feed's account can come later than its record. */
export async function notCompared(manager: EntityManager, events: readonly EventRow[]): Promise<EventRow[]> {
  if (events.length === 0) return [];
  const keyOf = ([, key, field, , , at]: EventRow): string => comparedKey(key, field, at);
  const rows = await manager.query<{ feedKey: string }[]>('SELECT feedKey FROM listing_events WHERE feedKey IN (?)', [
    [...new Set(events.map(keyOf))],
  ]);
  const known = new Set(rows.map(({ feedKey }) => feedKey));
  return events.filter((event) => !known.has(keyOf(event)));
}

/** Events that are there already, by their key, are left as they are. */
export async function insertEvents(manager: EntityManager, events: readonly EventRow[]): Promise<void> {
  await insertRows(
    manager,
    'INSERT IGNORE INTO listing_events (sequence, listingKey, field, fromValue, toValue, at, feedKey)',
    events,
  );
}

export function textOf(value: unknown): string | null {
  return value == null ? null : String(value).slice(0, 200);
}
