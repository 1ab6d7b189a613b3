import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Showing } from '@perambula/contract';
import type { ListingRecord, Search } from '@perambula/core';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let clientId = '';
beforeAll(async () => {
  stack = await startTestStack();
  ({ id: clientId } = await stack.juno.fileOf('Amara'));
}, 120_000);
afterAll(() => stack.end());

const HOUR_MS = 3_600_000;

const homes = async (status: string): Promise<ListingRecord[]> => {
  const search: Search = {
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 'a', field: 'Status', is: { anyOf: [status] } }],
    bounds: [],
    order: [],
  };
  const found = await stack.juno.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', { search, set: 'fit' });
  return found.rows;
};
const ask = async (listingKey: string, wish = ''): Promise<string> =>
  (await stack.juno.good<{ id: string }>('POST', '/api/showings', { clientId, listingKey, wish })).id;
const propose = (id: string, startAt: string) =>
  stack.juno.ask('POST', `/api/showings/${id}/time`, { startAt, withoutAgreement: true });
const showing = async (id: string): Promise<Showing | undefined> =>
  (await stack.juno.good<Showing[]>('GET', '/api/showings')).find((each) => each.id === id);
const eventOf = async (id: string) => {
  const { body } = await stack.juno.ask<string>('GET', `/api/showings/${id}/showing.ics`);
  const calendar = new ICAL.Component(ICAL.parse(body) as unknown[]);
  return calendar.getFirstSubcomponent('vevent') as InstanceType<typeof ICAL.Component>;
};
const now = async (): Promise<number> => Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);

describe('a showing', () => {
  it('that still waits is changed by asking again, and stands once', async () => {
    const [home] = await homes('Active');
    const key = home?.ListingKey ?? '';
    const first = await ask(key, 'after work');
    expect(await ask(key, 'Saturday')).toBe(first);
    const waiting = (await stack.juno.good<Showing[]>('GET', '/api/showings')).filter(({ listingKey }) => listingKey === key);
    expect(waiting).toMatchObject([{ id: first, state: 'asked', wish: 'Saturday', startAt: null }]);
    expect((await stack.juno.ask('GET', `/api/showings/${first}/showing.ics`)).status).toBe(404);
  });

  it('is answered by the listing’s office, and each change of it is a newer calendar file', async () => {
    const [, home] = await homes('Active');
    const id = await ask(home?.ListingKey ?? '');
    const startAt = new Date(Math.ceil((await now()) / HOUR_MS) * HOUR_MS + 49 * HOUR_MS).toISOString();
    expect((await propose(id, startAt)).status).toBe(200);
    const answered = await showing(id);
    expect(answered?.startAt).toBe(startAt);
    expect(['confirmed', 'refused']).toContain(answered?.state);
    expect(answered?.answer).not.toBe('');
    const before = new ICAL.Event(await eventOf(id));
    await stack.juno.good('POST', `/api/showings/${id}/cancellation`);
    expect((await showing(id))?.state).toBe('canceled');
    const after = await eventOf(id);
    // RFC 5546, 3.2.5: a cancellation has the same UID and a higher SEQUENCE
    expect(after.getFirstPropertyValue('status')).toBe('CANCELLED');
    expect(new ICAL.Event(after).uid).toBe(before.uid);
    expect(new ICAL.Event(after).sequence).toBeGreaterThan(before.sequence);
  });

  it('of a home that is coming soon waits for its day, as the county counts days', async () => {
    const home = (await homes('Coming Soon')).find(({ ActivationDate }) => typeof ActivationDate === 'string');
    const opens = String(home?.['ActivationDate']);
    const id = await ask(home?.ListingKey ?? '');
    // ten in the evening before, by the county's clock, is the day itself in UTC
    expect(await propose(id, `${opens}T02:00:00Z`)).toMatchObject({
      status: 409,
      body: { code: 'showing.tooEarly', details: { opens } },
    });
    expect((await propose(id, `${opens}T16:00:00Z`)).status).toBe(200);
  });

  it('is refused without a time that can be read, and is the own agent’s alone', async () => {
    const [, , home] = await homes('Active');
    const id = await ask(home?.ListingKey ?? '');
    for (const startAt of ['tomorrow', '2026-02-30T10:00:00Z', '']) expect((await propose(id, startAt)).status).toBe(422);
    for (const path of ['time', 'cancellation', 'message'])
      expect((await stack.silas.ask('POST', `/api/showings/${id}/${path}`, { startAt: '2026-05-01T15:00:00Z' })).status).toBe(
        404,
      );
    expect((await stack.silas.ask('POST', '/api/showings', { clientId, listingKey: home?.ListingKey })).status).toBe(404);
    expect((await stack.juno.ask('POST', '/api/showings', { clientId, listingKey: 'OST9999999' })).status).toBe(404);
  });
});
