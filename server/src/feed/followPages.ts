import type { EntityManager } from 'typeorm';
import { FeedCursorRow } from './feed.entity.js';
import { NoSuchResource } from './feed.source.js';
import { later } from './place.js';
import type { Page, Place } from './place.js';

/** Records may come into a feed some while after the moment they bear. */
const LATE_MS = 10 * 60_000;

/** How the pages of a resource come, and how one is written. */
export interface Paging<P extends Page> {
  readonly ask: (from: Place) => Promise<P>;
  readonly write: (page: P, also: (manager: EntityManager) => Promise<unknown>) => Promise<number>;
  /** Says how many records more were read. */
  readonly tell: (more: number) => Promise<void>;
}

/**
 * Reads a resource from its cursor on, page after page; the cursor moves in the transaction that writes a page, and
 * the next page is asked for meanwhile. Once all was read, each round begins a little earlier, for what came late.
 */
export async function followPages<P extends Page>(
  cursor: FeedCursorRow,
  again: boolean,
  { ask, write, tell }: Paging<P>,
): Promise<number> {
  let changed = 0;
  let from = again ? { at: earlier(cursor.modifiedAt), key: '' } : { at: cursor.modifiedAt, key: cursor.lastKey };
  let next = ask(from);
  for (;;) {
    let page: P;
    try {
      page = await next;
    } catch (error) {
      if (error instanceof NoSuchResource) return changed;
      throw error;
    }
    const before = from;
    if (page.last) from = later(page.last, from);
    // where nothing leads further on, the same page would come again
    const done = page.size === 0 || from === before;
    if (page.size === 0 && cursor.firstLoadDone) return changed;
    if (!done) next = ask(from);
    next.catch(() => undefined);
    if (later(from, { at: cursor.modifiedAt, key: cursor.lastKey }) === from)
      Object.assign(cursor, { modifiedAt: from.at, lastKey: from.key });
    cursor.firstLoadDone ||= done;
    changed += await write(page, (manager) => manager.save(FeedCursorRow, cursor));
    await tell(page.size);
    if (done) return changed;
  }
}

function earlier(at: string): string {
  return new Date(Math.max(0, Date.parse(at) - LATE_MS)).toISOString();
}
