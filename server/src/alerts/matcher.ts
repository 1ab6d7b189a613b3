import { Injectable } from '@nestjs/common';
import { fits, ReverseIndex, tellableOf, tellsChange, today } from '@perambula/core';
import type { Search } from '@perambula/core';
import { DataSource, In, MoreThan } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { asChange, ListingEventRow, ListingRow, ListingsService } from '../listings/index.js';
import { CountyContext } from '../roads/index.js';
import { AlertRow } from '../schedules/index.js';
import { SearchRow } from '../searches/index.js';
import { AlertItemRow, MatchCursorRow } from './alert.entity.js';
import { whyOf } from './whyOf.js';

const BATCH = 500;

interface Running {
  readonly alert: AlertRow;
  readonly search: Search;
}

/**
 * Turns listing changes into alert items. The items are written in the transaction that advances the cursor,
 * under the cursor's lock: whatever dies, every change is matched exactly once.
 */
@Injectable()
export class Matcher {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly listings: ListingsService,
  ) {}

  /** Matches all that is new. */
  async run(): Promise<void> {
    while ((await this.database.transaction((manager) => this.batch(manager))) === BATCH);
  }

  private async batch(manager: EntityManager): Promise<number> {
    const cursor = await lockMatching(manager);
    const events = await manager.find(ListingEventRow, {
      where: { sequence: MoreThan(cursor.sequence) },
      order: { sequence: 'ASC', id: 'ASC' },
      take: BATCH,
    });
    // a batch ends between listings, never within the events of one sequence number
    const last = events[events.length - 1];
    const whole = events.length < BATCH || !last ? events : events.filter(({ sequence }) => sequence < last.sequence);
    const day = today(this.clock.time());
    if (whole.length === 0 && cursor.matchedDay === day) return 0;
    const running = await this.running(manager);
    if (whole.length > 0 && running.length > 0) await this.matchEvents(manager, running, whole);
    if (cursor.matchedDay !== day) await this.matchMidnight(manager, running);
    await manager.update(
      MatchCursorRow,
      { id: 1 },
      { sequence: whole[whole.length - 1]?.sequence ?? cursor.sequence, matchedDay: day },
    );
    return events.length;
  }

  private async running(manager: EntityManager): Promise<Running[]> {
    // a paused alert gathers its news and tells it when it is resumed
    const alerts = await manager.findBy(AlertRow, { state: In(['running', 'paused']) });
    const searches = new Map(
      (await manager.findBy(SearchRow, { id: In(alerts.map(({ searchId }) => searchId)) })).map((row) => [row.id, row]),
    );
    return alerts.flatMap((alert) => {
      const search = searches.get(alert.searchId)?.document;
      return search ? [{ alert, search }] : [];
    });
  }

  private async matchEvents(
    manager: EntityManager,
    running: readonly Running[],
    events: readonly ListingEventRow[],
  ): Promise<void> {
    const rows = await manager.findBy(ListingRow, {
      listingKey: In([...new Set(events.map(({ listingKey }) => listingKey))]),
      removed: false,
    });
    const records = new Map(rows.map(({ listingKey, data }) => [listingKey, data]));
    const context = this.context.now();
    const index = new ReverseIndex(
      running.map(({ alert, search }) => ({ id: alert, search })),
      context,
    );
    const fitting = new Map([...records.values()].map((record) => [record.ListingKey, index.match(record, context).fit]));
    const items: Partial<AlertItemRow>[] = [];
    for (const event of events) {
      const change = asChange(event);
      const kind = tellableOf(change);
      const record = records.get(event.listingKey);
      if (!kind || !record) continue;
      for (const alert of fitting.get(event.listingKey) ?? []) {
        const isNews = alert.introduced && event.sequence > alert.sinceSequence;
        if (isNews && kind !== 'sold' && tellsChange(alert, change)) {
          items.push({
            searchId: alert.searchId,
            listingKey: event.listingKey,
            sequence: event.sequence,
            kind,
            why: whyOf(kind, change, record),
            at: event.at,
          });
        }
      }
    }
    const sold = events.filter((event) => tellableOf(asChange(event)) === 'sold');
    if (sold.length > 0) items.push(...(await this.soldOnes(manager, running, sold)));
    await insertOnce(manager, items);
  }

  /** That a home was sold is news to those who were told of it, and of whom somebody likes it. */
  private async soldOnes(
    manager: EntityManager,
    running: readonly Running[],
    sold: readonly ListingEventRow[],
  ): Promise<Partial<AlertItemRow>[]> {
    const liked = await manager.query<{ searchId: string; listingKey: string }[]>(
      `SELECT DISTINCT i.searchId, i.listingKey FROM alert_items i
         JOIN searches s ON s.id = i.searchId
         JOIN reactions r ON r.clientId = s.clientId AND r.listingKey = i.listingKey AND r.verdict = 'like'
       WHERE i.listingKey IN (?) AND i.toldAt IS NOT NULL`,
      [sold.map(({ listingKey }) => listingKey)],
    );
    const tells = new Set(running.filter(({ alert }) => alert.tell.includes('sold')).map(({ alert }) => alert.searchId));
    return sold.flatMap(({ listingKey, sequence, at }) =>
      liked
        .filter((told) => told.listingKey === listingKey && tells.has(told.searchId))
        .map(({ searchId }) => ({ searchId, listingKey, sequence, kind: 'sold', why: 'Sold', at })),
    );
  }

  /** What fits since midnight by the calendar alone: "new in the last 30 days", "open in the next week". */
  private async matchMidnight(manager: EntityManager, running: readonly Running[]): Promise<void> {
    const relative = running.filter(
      ({ search, alert }) => alert.introduced && /"(last|next)":/.test(JSON.stringify(search.lines)),
    );
    if (relative.length === 0) return;
    const records = await this.listings.inReach(
      relative.map(({ search }) => search),
      manager,
    );
    const context = this.context.now();
    for (const { alert, search } of relative) {
      const told = new Set(
        (await manager.find(AlertItemRow, { select: { listingKey: true }, where: { searchId: alert.searchId } })).map(
          ({ listingKey }) => listingKey,
        ),
      );
      const fitting = records.filter((record) => !told.has(record.ListingKey) && fits(search, record, context));
      await insertOnce(
        manager,
        fitting.map(({ ListingKey }) => ({
          searchId: alert.searchId,
          listingKey: ListingKey,
          sequence: 0,
          kind: 'new',
          why: 'Fits since today',
          at: this.clock.date(),
        })),
      );
    }
  }
}

/** How far was matched, held until the transaction ends: nothing is matched meanwhile. */
export function lockMatching(manager: EntityManager): Promise<MatchCursorRow> {
  return manager.findOneOrFail(MatchCursorRow, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
}

/** Writes items that are not there yet; the unique key on alert, listing and sequence decides. */
export async function insertOnce(manager: EntityManager, items: readonly Partial<AlertItemRow>[]): Promise<void> {
  if (items.length === 0) return;
  await manager
    .createQueryBuilder()
    .insert()
    .orIgnore()
    .into(AlertItemRow)
    .values(items.map((item) => ({ digestId: null, toldAt: null, dropped: null, ...item })))
    .execute();
}
