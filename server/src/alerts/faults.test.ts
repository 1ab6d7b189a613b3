import type { AlertSettings, ClientFile } from '@perambula/contract';
import { tellableOf } from '@perambula/core';
import fc from 'fast-check';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
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

const ROUNDS = 9;
const TELL: AlertSettings['tell'] = ['new', 'priceDown', 'priceUp', 'backOnMarket', 'underContract'];
const EVERYTHING = {
  version: 1,
  kinds: ['Residential', 'Residential Lease', 'Residential Income', 'Land', 'Farm', 'Commercial Sale'],
  lines: [],
  bounds: [],
  order: [],
  reach: 'all',
};
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

async function rows<T>(sql: string): Promise<T[]> {
  const [found] = await (database as Connection).query<RowDataPacket[]>(sql);
  return found as T[];
}

it('tells every due item exactly once whatever is killed while alerts go out', async () => {
  const { juno, server, database: mariadb, mail, healthy, mailbox, connect } = stack as TestStack;
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

  // the server dies at random points, MariaDB and the mail server in turn
  const waits = fc.sample(fc.integer({ min: 5, max: 900 }), { numRuns: ROUNDS, seed: 42 });
  for (const [round, wait] of waits.entries()) {
    const advancing = juno.ask('POST', '/api/demo/clock', { advance: 'P1D' }).catch(() => null);
    await pause(wait);
    [server, mariadb, mail][round % 3]?.kill();
    if (round % 3 !== 0) {
      await pause(wait / 3);
      server.kill();
    }
    await advancing;
    await healthy();
  }
  await juno.good('POST', '/api/demo/clock', { advance: 'P2D' });

  database = await connect();
  for (
    let tries = 0;
    tries < 300 && (await rows<{ n: number }>("SELECT COUNT(*) AS n FROM outbox WHERE state = 'queued'"))[0]?.n;
    tries++
  )
    await pause(100);

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
            tellableOf({
              ListingKey: event.listingKey,
              field: event.field,
              from: event.field === 'ListPrice' ? Number(event.fromValue) : event.fromValue,
              to: event.field === 'ListPrice' ? Number(event.toValue) : event.toValue,
              at: 0,
            }),
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
      (await rows<{ nextDueAt: Date }>(`SELECT nextDueAt FROM alerts WHERE searchId = '${searchId}'`))[0]?.nextDueAt.getTime() ??
      0;
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
  expect(new Set(outbox.map(({ digestId }) => digestId).filter(Boolean))).toEqual(new Set(told.map(({ digestId }) => digestId)));

  // the mail server holds each message once, under the identity that the outbox gave it, and no other
  const arrived = await mailbox(outbox.length);
  expect(arrived.map(({ messageId }) => messageId).sort()).toEqual(outbox.map(({ messageId }) => messageId).sort());
}, 240_000);
