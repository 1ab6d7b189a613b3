import ICAL from 'ical.js';
import { DateTime } from 'luxon';
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Portal, Showing } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let clientId = '';
/** Active homes, a different one for each test. */
let homes: ListingRecord[] = [];
beforeAll(async () => {
  stack = await startTestStack();
  ({ id: clientId } = await stack.juno.fileOf('Amara'));
  const rows = await stack.juno.homesForSale(40);
  // a message names the homes whose sellers let their address be shown
  homes = rows.filter((row) => row['InternetAddressDisplayYN'] !== false && row['InternetEntireListingDisplayYN'] !== false);
}, 120_000);
afterAll(() => stack.end());

const HOUR_MS = 3_600_000;
const ZONE = 'America/New_York';
const now = async (): Promise<number> => Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);
const inHours = async (hours: number): Promise<string> =>
  new Date(Math.ceil((await now()) / HOUR_MS) * HOUR_MS + hours * HOUR_MS).toISOString();
/** A span of time, ISO 8601, in whole minutes. */
const minutes = (ms: number): string => `PT${Math.ceil(ms / 60_000)}M`;
const showing = async (id: string): Promise<Showing> => {
  const found = (await stack.juno.good<Showing[]>('GET', '/api/showings')).find((each) => each.id === id);
  if (!found) throw new Error('There is no such showing.');
  return found;
};

interface Letter {
  readonly subject: string;
  readonly text: string;
  readonly to: readonly string[];
  /** The calendar file that is in it, as ical.js reads it. */
  readonly method: string | null;
  readonly events: readonly ICAL.Event[];
  readonly files: readonly string[];
}

/** The messages about a home, once there are so many; the newest first. */
async function lettersAbout(address: string, atLeast: number, isTo: (address: string) => boolean): Promise<Letter[]> {
  for (let tries = 0; ; tries++) {
    const entries = (await stack.mailbox()).filter(({ to, subject }) => to.some(isTo) && subject.includes(address));
    if (entries.length < atLeast && tries < 200) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      continue;
    }
    return Promise.all(entries.map(async ({ id, to }) => ({ ...(await letterOf(id)), to })));
  }
}

async function letterOf(id: string): Promise<Omit<Letter, 'to'>> {
  const { subject = '', text = '', attachments } = await simpleParser(await stack.raw(id));
  const file = attachments.find(({ contentType }) => contentType.includes('calendar'));
  const calendar = file && new ICAL.Component(ICAL.parse(file.content.toString()) as unknown[] as never);
  return {
    subject,
    text,
    method: calendar ? String(calendar.getFirstPropertyValue('method')) : null,
    events: calendar ? calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event)) : [],
    files: attachments.map(({ filename = '' }) => filename),
  };
}

const isOffice = (to: string): boolean => to.endsWith('@listings.example');
const isClient = (to: string): boolean => !isOffice(to);

/** Answers for a listing office, by the link of its newest message. */
async function officeSays(address: string, letters: number, body: object): Promise<void> {
  const [{ text } = { text: '' }] = await lettersAbout(address, letters, isOffice);
  const [, token] = /\/asked\/([\w-]+)/.exec(text) ?? [];
  await stack.browser().good('POST', '/api/offices/answer', { token, note: '', ...body });
}

/** A showing whose office has agreed to a time. */
async function agreed(home: ListingRecord | undefined, hours: number): Promise<{ id: string; address: string }> {
  const listingKey = home?.ListingKey ?? '';
  const { id } = await stack.juno.good<{ id: string }>('POST', '/api/showings', { clientId, listingKey, wish: '' });
  await stack.juno.good('POST', `/api/showings/${id}/time`, { startAt: await inHours(hours), withoutAgreement: true });
  // the county's office says what it says, then another word
  await stack.answered(stack.juno, id);
  await stack.juno.good('POST', `/api/showings/${id}/answer`, { answer: 'confirmed', note: '' });
  return { id, address: String(home?.['UnparsedAddress']) };
}

describe('another time that a listing office offers', () => {
  it('is taken by the agent, and its office told; whoever has the visit in a calendar has the new time', async () => {
    const { id, address } = await agreed(homes[0], 49);
    await stack.juno.good('POST', `/api/showings/${id}/message`);
    const [invited] = await lettersAbout(address, 1, isClient);
    expect([invited?.method, invited?.events.length]).toEqual(['REQUEST', 1]);
    // whom it is sent to is whom it invites
    expect(invited?.events[0]?.attendees.map((each) => String(each.getFirstValue()).toLowerCase())).toEqual([
      `mailto:${invited?.to[0] ?? ''}`,
    ]);
    const offeredAt = await inHours(52);
    await officeSays(address, 1, { answer: 'countered', offeredAt, note: 'The sellers eat at noon.' });
    expect(await showing(id)).toMatchObject({ state: 'countered', offeredAt, isInvited: true });
    expect((await showing(id)).answer).toMatch(/offers another time\. “The sellers eat at noon\.”$/);
    const readers = (await lettersAbout(address, 1, isClient)).length;
    await stack.juno.good('POST', `/api/showings/${id}/acceptance`, { withoutAgreement: true });
    expect(await showing(id)).toMatchObject({ state: 'confirmed', startAt: offeredAt, offeredAt: null });
    const [told] = await lettersAbout(address, 2, isOffice);
    expect(told?.subject).toBe(`Showing agreed: ${address}`);
    const [moved] = await lettersAbout(address, readers + 1, isClient);
    expect(moved?.subject).toMatch(/^Visit moved/);
    expect([moved?.method, moved?.events[0]?.uid]).toEqual(['REQUEST', invited?.events[0]?.uid]);
    expect(moved?.events[0]?.startDate.toJSDate().toISOString()).toBe(offeredAt);
    // RFC 5546, 2.1.4: what is newer has the higher SEQUENCE
    expect(moved?.events[0]?.sequence).toBeGreaterThan(invited?.events[0]?.sequence ?? Infinity);
    expect((await stack.juno.ask('POST', `/api/showings/${id}/acceptance`, {})).body.code).toBe('showing.noOffer');
  });

  it('is one that is to come, and is taken only under an agreement or all the same', async () => {
    const { id, address } = await agreed(homes[1], 49);
    const [{ text } = { text: '' }] = await lettersAbout(address, 1, isOffice);
    const [, token] = /\/asked\/([\w-]+)/.exec(text) ?? [];
    for (const offeredAt of [undefined, await inHours(-30), await inHours(24 * 90)]) {
      const answer = await stack
        .browser()
        .ask('POST', '/api/offices/answer', { token, answer: 'countered', note: '', offeredAt });
      expect([answer.status, answer.body.code]).toEqual([422, 'request.invalid']);
    }
    await officeSays(address, 1, { answer: 'countered', offeredAt: await inHours(60) });
    const { id: other } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Oda Finch', people: [] });
    const connection = await stack.connect();
    await connection.query('UPDATE showings SET clientId = ? WHERE id = ?', [other, id]);
    await connection.end();
    expect((await stack.juno.ask('POST', `/api/showings/${id}/acceptance`, {})).body.code).toBe('agreement.missing');
    expect((await stack.silas.ask('POST', `/api/showings/${id}/acceptance`, {})).status).toBe(404);
  });
});

describe('a visit in a client’s calendar', () => {
  it('is taken out of it when it is canceled, or its office takes its word back', async () => {
    for (const [i, end] of [
      [2, 'canceled'],
      [3, 'refused'],
    ] as const) {
      const { id, address } = await agreed(homes[i], 49 + i);
      await stack.juno.good('POST', `/api/showings/${id}/message`);
      const before = await lettersAbout(address, 1, isClient);
      if (end === 'canceled') await stack.juno.good('POST', `/api/showings/${id}/cancellation`);
      else await stack.juno.good('POST', `/api/showings/${id}/answer`, { answer: 'refused', note: 'Sold.' });
      const after = await lettersAbout(address, before.length * 2, isClient);
      expect(after[0]?.subject).toMatch(/^No visit/);
      expect([after[0]?.method, after[0]?.events[0]?.uid]).toEqual(['CANCEL', before[0]?.events[0]?.uid]);
      expect(after[0]?.events[0]?.sequence).toBeGreaterThan(before[0]?.events[0]?.sequence ?? Infinity);
      expect(await showing(id)).toMatchObject({ state: end, isInvited: false });
    }
  });

  it('is told of once the evening before, of all visits of a day in one message', async () => {
    const at = await now();
    const { id, address } = await agreed(homes[4], 70);
    const startAt = Date.parse((await showing(id)).startAt ?? '');
    await stack.juno.good('POST', `/api/showings/${id}/message`);
    await lettersAbout(address, 1, isClient);
    await stack.juno.good('POST', '/api/demo/clock', { advance: minutes(startAt - 10 * HOUR_MS - at) });
    const reminders = (await stack.mailbox()).filter(({ subject }) => subject.startsWith('Tomorrow: '));
    const told = await Promise.all(reminders.map(({ id: letter }) => letterOf(letter)));
    const of = told.filter(({ text }) => text.includes(address));
    expect(of.length).toBe((await stack.juno.fileOf('Amara')).people.filter(({ confirmedAt }) => confirmedAt).length);
    expect(of[0]?.text).toMatch(/tomorrow we see:/);
  });

  it('is asked about once when it is over, unless its file says not to', async () => {
    // their quiet hours begin before the evening: the question waits until they are over
    await stack.juno.good('PUT', `/api/clients/${clientId}/hours`, { zone: ZONE, quietFrom: '17:00', quietUntil: '08:00' });
    const seen = await agreed(homes[10], 26);
    await stack.juno.good('POST', `/api/showings/${seen.id}/message`);
    await lettersAbout(seen.address, 1, isClient);
    const past = async (id: string): Promise<void> => {
      const startAt = Date.parse((await showing(id)).startAt ?? '');
      await stack.juno.good('POST', '/api/demo/clock', { advance: minutes(startAt + 40 * HOUR_MS - (await now())) });
    };
    await past(seen.id);
    const asked = (await lettersAbout(seen.address, 2, isClient)).filter(({ subject }) => subject.startsWith('How was'));
    const readers = (await stack.juno.fileOf('Amara')).people.filter(({ confirmedAt }) => confirmedAt).length;
    expect(asked.map(({ subject }) => subject)).toEqual(Array(readers).fill(`How was ${seen.address}?`));
    const connection = await stack.connect();
    const [waited] = await connection.query('SELECT notBefore FROM outbox WHERE subject = ?', [asked[0]?.subject]);
    await connection.end();
    const { notBefore } = (waited as { notBefore: Date }[])[0] ?? {};
    expect(notBefore && DateTime.fromJSDate(notBefore, { zone: ZONE }).toFormat('HH:mm')).toBe('08:00');
    const [, token] = /\/p\/([\w-]+)\?after/.exec(asked[0]?.text ?? '') ?? [];
    const reader = stack.browser();
    await reader.good('POST', '/api/portal/session', { token });
    const portal = await reader.good<Portal>('GET', '/api/portal');
    const home = portal.homes.find(({ listingKey }) => listingKey === homes[10]?.ListingKey);
    expect(home?.showing?.state).toBe('confirmed');
    expect(Date.parse(home?.showing?.startAt ?? '')).toBeLessThan(Date.parse(portal.now));

    await stack.juno.good('PATCH', `/api/clients/${clientId}`, { asksAfter: false });
    const quiet = await agreed(homes[11], 26);
    await stack.juno.good('POST', `/api/showings/${quiet.id}/message`);
    await lettersAbout(quiet.address, 1, isClient);
    await past(quiet.id);
    const all = await stack.mailbox();
    expect(all.filter(({ subject }) => subject === `How was ${quiet.address}?`)).toEqual([]);
    expect(all.filter(({ subject }) => subject === `How was ${seen.address}?`)).toHaveLength(readers);
    await stack.juno.good('PATCH', `/api/clients/${clientId}`, { asksAfter: true });
  });
});

describe('a listing office', () => {
  it('is reminded once of what it has not answered for hours, by day', async () => {
    const home = homes[5];
    const { id, address } = await agreed(home, 60);
    const before = await lettersAbout(address, 1, isOffice);
    const connection = await stack.connect();
    const since = new Date((await now()) - 5 * HOUR_MS);
    await connection.query("UPDATE showings SET state = 'proposed', answer = '', askedOfficeAt = ? WHERE id = ?", [since, id]);
    await connection.end();
    // to noon of the next day
    const at = new Date(await now());
    const noon = new Date(at.getTime() + 24 * HOUR_MS).setUTCHours(16, 0, 0, 0);
    await stack.juno.good('POST', '/api/demo/clock', { advance: minutes(noon - at.getTime()) });
    const [letter] = await lettersAbout(address, before.length + 1, isOffice);
    expect(letter?.subject).toBe(`Showing request, still open: ${address}`);
    const answered = await stack.answered(stack.juno, id);
    expect(['confirmed', 'countered']).toContain(answered?.state);
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT5H' });
    expect(await lettersAbout(address, 0, isOffice)).toHaveLength(before.length + 1);
  });

  it('that rings instead of writing leaves its agent a voice message', async () => {
    // none of those that other tests ask for
    const others = (await stack.juno.homesForSale(500)).slice(40);
    const rings = others.find(({ ListingKey }) => Number(ListingKey.replace(/\D/g, '')) % 28 === 27);
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/showings', { clientId, listingKey: rings?.ListingKey });
    const startAt = new Date(Math.ceil((await now()) / (24 * HOUR_MS)) * 24 * HOUR_MS + 2 * 24 * HOUR_MS + 16 * HOUR_MS);
    await stack.juno.good('POST', `/api/showings/${id}/time`, { startAt: startAt.toISOString(), withoutAgreement: true });
    const about = `Voice message about ${String(rings?.['UnparsedAddress'])}`;
    await expect.poll(async () => (await stack.mailbox()).map(({ subject }) => subject), { timeout: 20_000 }).toContain(about);
    const message = (await stack.mailbox()).find(({ subject }) => subject === about);
    expect(message?.to).toEqual(['juno@wayfarer.example']);
    expect((await letterOf(message?.id ?? '')).text).toContain('That time is fine, do come.');
    expect((await showing(id)).state).toBe('proposed');
  });

  it('that answers by telephone is noted by the agent, as what it is', async () => {
    const { id } = await agreed(homes[6], 49);
    expect((await showing(id)).answer).toMatch(/confirms by telephone\.$/);
    const { id: unasked } = await stack.juno.good<{ id: string }>('POST', '/api/showings', {
      clientId,
      listingKey: homes[7]?.ListingKey,
    });
    const early = await stack.juno.ask('POST', `/api/showings/${unasked}/answer`, { answer: 'confirmed', note: '' });
    expect([early.status, early.body.code]).toEqual([409, 'showing.noOffer']);
    expect((await stack.juno.ask('POST', `/api/showings/${unasked}/reminder`)).body.code).toBe('showing.noOffer');
  });
});

describe('a calendar that is subscribed to', () => {
  const read = async (url: string): Promise<{ status: number; text: string }> => {
    const answer = await fetch(url.replace(/^https?:\/\/[^/]+/, stack.run.web));
    return { status: answer.status, text: await answer.text() };
  };

  it('shows an agent all that they reckon with and for whom, until its address is closed', async () => {
    const { id } = await agreed(homes[8], 51);
    const { url } = await stack.juno.good<{ url: string }>('POST', '/api/calendar');
    const { status, text } = await read(url);
    expect(status).toBe(200);
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[] as never);
    expect(calendar.getFirstPropertyValue('method')).toBe('PUBLISH');
    const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
    expect(events.find(({ uid }) => uid.startsWith(id))?.summary).toContain('with Amara');
    const { url: next } = await stack.juno.good<{ url: string }>('POST', '/api/calendar');
    expect((await read(url)).status).toBe(404);
    expect((await read(next)).status).toBe(200);
    await stack.juno.good('DELETE', '/api/calendar');
    expect((await read(next)).status).toBe(404);
    expect(await stack.juno.good('GET', '/api/calendar')).toEqual({ isOpen: false });
  });

  it('shows a household what is agreed of theirs, and nobody else’s, until their links are withdrawn', async () => {
    const { id, address } = await agreed(homes[9], 53);
    await stack.juno.good('POST', `/api/showings/${id}/message`);
    const [{ text: letter } = { text: '' }] = await lettersAbout(address, 1, isClient);
    const reader = stack.browser();
    await reader.good('POST', '/api/portal/session', { token: /\/p\/([\w-]+)/.exec(letter)?.[1] });
    // what they are to see stands in their portal, told by nothing else
    const portal = await reader.good<Portal>('GET', '/api/portal');
    expect(portal.homes.find(({ listingKey }) => listingKey === homes[9]?.ListingKey)?.showing?.state).toBe('confirmed');
    const { url } = await reader.good<{ url: string }>('POST', '/api/portal/calendar');
    const { text } = await read(url);
    const agreedOnes = (await stack.juno.good<Showing[]>('GET', '/api/showings')).filter(
      (each) => each.clientId === clientId && each.state === 'confirmed',
    );
    expect([...text.matchAll(/^UID:([\w-]+)@/gm)].map(([, uid]) => uid).sort()).toEqual(agreedOnes.map((each) => each.id).sort());
    expect(text).not.toMatch(/with Amara|ShowingInstructions/);
    await reader.good('DELETE', '/api/portal/links');
    expect((await read(url)).status).toBe(404);
  });
});

describe('times for a visit', () => {
  it('are such as the home can be seen at', async () => {
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/showings', {
      clientId,
      listingKey: homes[10]?.ListingKey,
    });
    const times = await stack.juno.good<string[]>('GET', `/api/showings/${id}/times`);
    expect(times.length).toBeGreaterThan(0);
    const at = await now();
    for (const time of times) expect(Date.parse(time)).toBeGreaterThan(at);
    expect((await stack.silas.ask('GET', `/api/showings/${id}/times`)).status).toBe(404);
  });
});
