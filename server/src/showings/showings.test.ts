import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Showing, ShowingRequest } from '@perambula/contract';
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
/** The messages that a listing's office has about it, once there are so many; the newest first. */
const lettersAbout = async (address: string, atLeast: number): Promise<readonly { id: string; subject: string }[]> => {
  for (let tries = 0; ; tries++) {
    const letters = (await stack.mailbox()).filter(
      ({ to, subject }) => to.some((each) => each.endsWith('@listings.example')) && subject.endsWith(address),
    );
    if (letters.length >= atLeast || tries > 100) return letters;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
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
    expect(await showing(id)).toMatchObject({ state: 'proposed', answer: '' });
    const answered = await stack.answered(stack.juno, id);
    expect(answered?.startAt).toBe(startAt);
    expect(['confirmed', 'countered']).toContain(answered?.state);
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

  it('is asked for by a message that tells its office home, hour and agent, never the client; the link answers until it is over', async () => {
    const [, , , home] = await homes('Active');
    const id = await ask(home?.ListingKey ?? '', 'Amara is in a hurry');
    const hour = Math.ceil((await now()) / HOUR_MS) * HOUR_MS;
    const address = String(home?.['UnparsedAddress']);
    let letters = 0;
    const linkOf = async (startAt: string): Promise<string> => {
      expect((await propose(id, startAt)).status).toBe(200);
      const [letter] = await lettersAbout(address, ++letters);
      const raw = (await stack.raw(letter?.id ?? '')).replaceAll('=\r\n', '').replaceAll('=3D', '=');
      expect(letter?.subject).toBe(`Showing request: ${address}`);
      expect(raw).toContain('Juno Albright');
      expect(raw).not.toMatch(/Amara|hurry|List-Unsubscribe|Stop these messages/);
      await stack.answered(stack.juno, id);
      return /\/asked\/([\w-]+)/.exec(raw)?.[1] ?? '';
    };
    const office = stack.browser();
    const token = await linkOf(new Date(hour + 50 * HOUR_MS).toISOString());
    const request = await office.good<ShowingRequest>('POST', '/api/offices/request', { token });
    expect(request).toMatchObject({
      listingKey: home?.ListingKey,
      listingId: home?.['ListingId'],
      agent: { name: 'Juno Albright' },
    });
    expect(JSON.stringify(request)).not.toContain('Amara');
    // an office may change its mind, and says why
    const no = { token, answer: 'refused', note: 'The sellers’ own party is then.' };
    expect(await office.good('POST', '/api/offices/answer', no)).toMatchObject({ answer: 'refused' });
    const name = String(home?.['ListOfficeName']);
    expect(await showing(id)).toMatchObject({ state: 'refused', answer: `${name} refuses. “${no.note}”` });
    const next = await linkOf(new Date(hour + 51 * HOUR_MS).toISOString());
    expect((await office.ask('POST', '/api/offices/request', { token })).body.code).toBe('link.expired');
    expect((await office.ask('POST', '/api/offices/answer', no)).body.code).toBe('link.expired');
    await office.good('POST', '/api/offices/answer', { token: next, answer: 'confirmed', note: '' });
    await stack.juno.good('POST', `/api/showings/${id}/cancellation`);
    const [told] = await lettersAbout(address, ++letters);
    expect(told?.subject).toBe(`Showing canceled: ${address}`);
    expect((await office.ask('POST', '/api/offices/answer', { ...no, token: next })).status).toBe(404);
    expect((await showing(id))?.state).toBe('canceled');
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
