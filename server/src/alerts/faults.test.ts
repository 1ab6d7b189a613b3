import type { AlertSettings, ClientFile } from '@perambula/contract';
import { tellableOf } from '@perambula/core';
import fc from 'fast-check';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freePort } from '../../../scripts/machine.mjs';
import { Browser, startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack | undefined;
let database: Connection | undefined;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(async () => {
  await database?.end();
  await stack?.end();
});

/** How often something is killed: a few times in every run of the tests, and KILLS times when asked. */
const ROUNDS = Number(process.env['KILLS'] ?? 3);
/** How far the clock is moved while it happens: a day each in every run, thirty days in all when asked for more. */
const MOVED = process.env['KILLS'] ? `PT${Math.ceil((30 * 24) / ROUNDS)}H` : 'P1D';
/** What each answer of the feed may be while that goes on; its silence takes minutes, so only when asked for. */
const FAULTS = {
  errors: 0.1,
  cut: 0.05,
  slow: 0.05,
  silent: process.env['KILLS'] ? 0.01 : 0,
  empty: 0.1,
  repeated: 0.5,
  shuffled: 0.5,
};
const TELL: AlertSettings['tell'] = ['new', 'priceDown', 'priceUp', 'backOnMarket', 'underContract'];
const EVERYTHING = {
  version: 1,
  kinds: ['Residential', 'Residential Lease', 'Residential Income', 'Land', 'Farm', 'Commercial Sale'],
  lines: [],
  bounds: [],
  order: [],
  reach: 'all',
};
/** Longer than anything that was killed takes to be there again. */
const LONGEST_STANDSTILL_MS = 10 * 60_000;
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

async function rows<T>(sql: string): Promise<T[]> {
  const [found] = await (database as Connection).query<RowDataPacket[]>(sql);
  return found as T[];
}

/** What the feed itself tells of status and price since a moment, in the words of `known`. */
async function historyOf({ url, token }: TestStack['run']['feed'], since: string): Promise<string[]> {
  const told: string[] = [];
  const filter = encodeURIComponent(`ModificationTimestamp gt ${since}`);
  for (let next: string | undefined = `${url}/odata/HistoryTransactional?$filter=${filter}`; next;) {
    const response = await fetch(next, { headers: { authorization: `Bearer ${token}` } });
    const page = (await response.json()) as { value: Record<string, string>[]; '@odata.nextLink'?: string };
    for (const { ResourceRecordKey: key, FieldName: field, NewValue: to } of page.value)
      if (field === 'StandardStatus' || field === 'ListPrice') told.push(`${key} ${field} ${to}`);
    next = page['@odata.nextLink'];
  }
  return told;
}

it(
  'tells every due item exactly once whatever is killed while alerts go out',
  async () => {
    const { juno, server, database: mariadb, mail, healthy, mailbox, connect, run } = stack as TestStack;
    const other = await (stack as TestStack).another(await freePort());
    const atOther = await new Browser(other.web).signIn(run.signIn.email, run.signIn.password);
    const setFaults = (faults: object): Promise<unknown> =>
      fetch(`${run.feed.url}/faults`, {
        method: 'PUT',
        headers: { authorization: `Bearer ${run.feed.token}` },
        body: JSON.stringify(faults),
      });
    // what comes from now on is news
    const begunAt = (await juno.good<{ now: string }>('GET', '/api/clock')).now;
    const searchIds: string[] = [];
    for (const [i, cadence] of (['atOnce', 'eachMorning', 'morningAndEvening'] as const).entries()) {
      const file = await juno.good<ClientFile>(
        'GET',
        `/api/clients/${(await juno.fileOf(['Amara', 'Bashir', 'Nadia'][i] as string)).id}`,
      );
      const search = await juno.good<{ id: string }>('POST', '/api/searches', {
        name: `Everything ${i}`,
        clientId: file.id,
        document: EVERYTHING,
      });
      await juno.good('PUT', `/api/searches/${search.id}/alert`, { cadence, tell: TELL, held: false, subject: '', greeting: '' });
      searchIds.push(search.id);
    }
    await juno.good('POST', '/api/demo/clock', { advance: 'PT2H' });

    await setFaults(FAULTS);
    // whatever is killed, time goes on; it stands still while no server runs
    const wentBack: string[] = [];
    const watches = [juno, atOther].map((agent) => {
      let last = 0;
      return setInterval(() => {
        const asked = agent.good<{ now: string }>('GET', '/api/clock').then(({ now }) => {
          if (Date.parse(now) < last - LONGEST_STANDSTILL_MS) wentBack.push(`from ${new Date(last).toISOString()} to ${now}`);
          last = Date.parse(now);
        });
        asked.catch(() => undefined);
      }, 200);
    });
    // one server or both die at random points, MariaDB and the mail server in turn, while the feed fails, keeps silent and lies
    const random = fc.sample(fc.tuple(fc.integer({ min: 5, max: 900 }), fc.integer({ min: 0, max: 2 })), {
      numRuns: ROUNDS,
      seed: 42,
    });
    for (const [round, [wait, who]] of random.entries()) {
      const advancing = [juno, atOther].map((agent) =>
        agent.ask('POST', '/api/demo/clock', { advance: MOVED }).catch(() => null),
      );
      await pause(wait);
      [null, mariadb, mail][round % 3]?.kill();
      if (round % 3 !== 0) await pause(wait / 3);
      if (who !== 1) server.kill();
      if (who !== 0) other.server.kill();
      await Promise.all(advancing);
      await healthy();
      await other.healthy();
    }
    await setFaults({});
    await juno.good('POST', '/api/demo/clock', { advance: 'P2D' });
    watches.forEach(clearInterval);
    expect(wentBack).toEqual([]);

    database = await connect();
    // whatever the feed says happened since then is known here, and as often, once a round went well again
    const notAlike = async (): Promise<object> => {
      const happened = await historyOf(run.feed, begunAt);
      const stored = await rows<{ listingKey: string; field: string; toValue: string }>(
        "SELECT listingKey, field, toValue FROM listing_events WHERE sequence > 0 AND field IN ('StandardStatus', 'ListPrice')",
      );
      const known = stored.map(({ listingKey, field, toValue }) => `${listingKey} ${field} ${toValue}`);
      return {
        unknown: happened.filter((change) => !known.includes(change)),
        invented: known.filter((change) => !happened.includes(change)),
        surplus: known.length - happened.length,
      };
    };
    await expect.poll(notAlike, { timeout: 120_000, interval: 1000 }).toEqual({ unknown: [], invented: [], surplus: 0 });
    // matched and written before this is answered; then sent
    await juno.good('POST', '/api/demo/clock', { advance: 'PT1M' });
    await expect.poll(() => rows("SELECT 1 FROM outbox WHERE state = 'queued'"), { timeout: 60_000, interval: 100 }).toEqual([]);

    const cursor = (await rows<{ sequence: string }>('SELECT sequence FROM match_cursor'))[0]?.sequence;
    const last = (await rows<{ value: string }>('SELECT MAX(sequence) AS value FROM listing_events'))[0]?.value;
    expect(Number(cursor)).toBeGreaterThanOrEqual(Number(last));

    const events = await rows<{
      sequence: string;
      listingKey: string;
      field: string;
      fromValue: string | null;
      toValue: string | null;
      at: Date;
    }>('SELECT * FROM listing_events WHERE sequence > 0');
    expect(events.length).toBeGreaterThan(30);
    for (const searchId of searchIds) {
      const since = Number(
        (await rows<{ sinceSequence: string }>(`SELECT sinceSequence FROM alerts WHERE searchId = '${searchId}'`))[0]
          ?.sinceSequence,
      );
      // what must have been told, worked out anew from the changes themselves
      const due = new Set(
        events
          .filter(
            (event) =>
              Number(event.sequence) > since &&
              TELL.some(
                (kind) =>
                  kind ===
                  tellableOf({
                    ListingKey: event.listingKey,
                    field: event.field,
                    from: event.field === 'ListPrice' ? Number(event.fromValue) : event.fromValue,
                    to: event.field === 'ListPrice' ? Number(event.toValue) : event.toValue,
                    at: 0,
                  }),
              ),
          )
          .map(({ sequence, listingKey }) => `${listingKey} ${sequence}`),
      );
      const items = await rows<{ listingKey: string; sequence: string; digestId: string | null; dropped: string | null }>(
        `SELECT * FROM alert_items WHERE searchId = '${searchId}' AND sequence > 0`,
      );
      expect(new Set(items.map(({ listingKey, sequence }) => `${listingKey} ${sequence}`))).toEqual(due);
      expect(items.length).toBe(due.size);
      const waiting = items.filter(({ digestId, dropped }) => !digestId && !dropped);
      // only what came after the last message was due may still wait
      const nextDue =
        (
          await rows<{ nextDueAt: Date }>(`SELECT nextDueAt FROM alerts WHERE searchId = '${searchId}'`)
        )[0]?.nextDueAt.getTime() ?? 0;
      for (const { sequence } of waiting)
        expect(events.find((event) => event.sequence === sequence)?.at.getTime()).toBeLessThanOrEqual(nextDue);
      expect(items.length - waiting.length).toBeGreaterThan(20);
    }

    const outbox = await rows<{ digestId: string | null; personId: string; messageId: string; state: string }>(
      'SELECT digestId, personId, messageId, state FROM outbox',
    );
    expect(outbox.every(({ state }) => state === 'sent')).toBe(true);
    const digests = outbox.flatMap(({ digestId, personId }) => (digestId ? [`${digestId} ${personId}`] : []));
    expect(new Set(digests).size).toBe(digests.length);
    const told = await rows<{ digestId: string }>('SELECT DISTINCT digestId FROM alert_items WHERE digestId IS NOT NULL');
    expect(new Set(outbox.map(({ digestId }) => digestId).filter(Boolean))).toEqual(
      new Set(told.map(({ digestId }) => digestId)),
    );

    // the mail server holds each message once, under the identity that the outbox gave it, and no other
    const arrived = await mailbox(outbox.length);
    expect(arrived.map(({ messageId }) => messageId).sort()).toEqual(outbox.map(({ messageId }) => messageId).sort());
  },
  240_000 + 90_000 * ROUNDS,
);
