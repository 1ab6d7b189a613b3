import { randomUUID } from 'node:crypto';
import type { NewVisitNote, RoundDay, Showing, TimelinePage } from '@perambula/contract';
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let clientId = '';
let keys: readonly string[] = [];
beforeAll(async () => {
  stack = await startTestStack();
  ({ id: clientId } = await stack.juno.fileOf('Amara'));
  keys = (await stack.juno.homesForSale(12)).map(({ ListingKey }) => ListingKey);
}, 120_000);
afterAll(() => stack.end());

/** A Saturday of the demo. */
const SATURDAY = '2026-04-18';
/** The smallest that begins as a JPEG does. */
const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);

const made = async (listingKeys: readonly string[], whose: string | null = clientId): Promise<string> => {
  const body = { clientId: whose, on: SATURDAY, listingKeys };
  return (await stack.juno.good<{ id: string }>('POST', '/api/rounds', body)).id;
};
const dayOf = (id: string): Promise<RoundDay> => stack.juno.good<RoundDay>('GET', `/api/rounds/${id}/day`);
const note = (of: Partial<NewVisitNote>): NewVisitNote => ({
  ...{ kind: 'words', at: '2026-04-13T14:00:00.000Z', listingKey: keys[0] ?? '', personId: null, verdict: null },
  ...{ text: '', minutes: null },
  ...of,
});
const keep = (round: string, of: Partial<NewVisitNote>, id = randomUUID()): Promise<{ says: string }> =>
  stack.juno.good('PUT', `/api/rounds/${round}/notes/${id}`, note(of));

describe('a round on the road', () => {
  it('has all that is needed there: times, whom to ring, the way, and what was said of each home before', async () => {
    const shortlist = { clientId, name: 'For Saturday', listingKeys: keys.slice(0, 1) };
    const { id: listId, items } = await stack.juno.good<{ id: string; items: { id: string }[] }>(
      'POST',
      '/api/shortlists',
      shortlist,
    );
    await stack.juno.good('PATCH', `/api/shortlists/${listId}/items/${items[0]?.id}`, { note: 'Look at the gutters.' });
    const day = await dayOf(await made(keys.slice(0, 3)));
    expect(day).toMatchObject({ on: SATURDAY, clientId, zone: 'America/New_York', notes: [] });
    expect(day.people.map(({ name }) => name)).toContain('Amara');
    for (const [i, home] of day.homes.entries()) {
      expect(home.endAt).toBeGreaterThan(home.startAt);
      expect(home.startAt - home.drive).toBeGreaterThanOrEqual((day.homes[i - 1]?.endAt ?? day.leaveAt) - 1e-6);
      expect(home.way?.steps.length).toBeGreaterThan(0);
      expect([home.listAgent, home.agentMobile, home.office, home.officePhone]).not.toContain('');
    }
    expect(day.homes.find(({ listingKey }) => listingKey === keys[0])?.said).toContainEqual({
      who: 'You',
      text: '“Look at the gutters.”',
    });
  });

  it('is its agent’s alone', async () => {
    const round = await made(keys.slice(0, 2));
    const path = `/api/rounds/${round}/notes/${randomUUID()}`;
    await keep(round, { text: 'Dry cellar.' });
    for (const [method, at, body] of [
      ['GET', `/api/rounds/${round}/day`, undefined],
      ['PUT', path, note({ text: 'Not mine.' })],
      ['DELETE', path, undefined],
    ] as const)
      expect((await stack.silas.ask(method, at, body)).status).toBe(404);
    expect((await stack.browser().ask('GET', `/api/rounds/${round}/day`)).status).toBe(401);
    expect((await dayOf(round)).notes).toHaveLength(1);
  });
});

describe('what is written on the road', () => {
  it('is kept once, however often it is sent, and can be taken back', async () => {
    const [round, id] = [await made(keys.slice(0, 2)), randomUUID()];
    for (let times = 0; times < 3; times++) await keep(round, { text: 'Smells of damp.' }, id);
    await Promise.all([1, 2, 3].map(() => keep(round, { text: 'Smells of damp.' }, id)));
    expect((await dayOf(round)).notes).toMatchObject([{ id, kind: 'words', text: 'Smells of damp.', listingKey: keys[0] }]);
    for (let times = 0; times < 2; times++) await stack.juno.good('DELETE', `/api/rounds/${round}/notes/${id}`);
    expect((await dayOf(round)).notes).toEqual([]);
  });

  it('bears the time at which it was written, and none that is still to come', async () => {
    const round = await made(keys.slice(0, 2));
    await keep(round, { text: 'Then.', at: '2026-04-12T09:00:00.000Z' });
    await keep(round, { text: 'Later.', at: '2027-01-01T00:00:00.000Z' });
    const { notes, now } = await dayOf(round);
    expect(notes[0]?.at).toBe('2026-04-12T09:00:00.000Z');
    expect(Date.parse(notes[1]?.at ?? '')).toBeLessThanOrEqual(Date.parse(now));
  });

  it('stands in the client’s file, and outlives the round', async () => {
    const round = await made(keys.slice(0, 2));
    await keep(round, { text: 'The yard floods.' });
    await keep(round, { kind: 'seen' });
    await stack.juno.good('DELETE', `/api/rounds/${round}`);
    const { happenings } = await stack.juno.good<TimelinePage>('GET', `/api/clients/${clientId}/timeline?kinds=note,showing`);
    const said = happenings.map(({ text }) => text).join('\n');
    expect(said).toMatch(/^At .*: “The yard floods\.”$/m);
    expect(said).toMatch(/^Seen: /m);
  });

  it('is what somebody thinks of a home, unless they said something else since; their own words stay', async () => {
    const round = await made(keys.slice(2, 4));
    const { people } = await dayOf(round);
    const [personId = '', listingKey = ''] = [people[0]?.id, keys[2]];
    const thinks = async (): Promise<unknown> => {
      const { homes } = await dayOf(round);
      return homes.find((home) => home.listingKey === listingKey)?.said.map(({ text }) => text);
    };
    await keep(round, { kind: 'reaction', listingKey, personId, verdict: 'like', at: '2026-04-12T10:00:00.000Z' });
    expect(await thinks()).toEqual(['likes it']);
    // what was written before, and comes late from a telephone without a network
    await keep(round, { kind: 'reaction', listingKey, personId, verdict: 'notForUs', at: '2026-04-12T09:00:00.000Z' });
    expect(await thinks()).toEqual(['likes it']);
    await keep(round, { kind: 'reaction', listingKey, personId, verdict: 'unsure', at: '2026-04-12T11:00:00.000Z' });
    expect(await thinks()).toEqual(['is unsure']);
  });

  it('holds photographs, which only their agent sees', async () => {
    const [round, id] = [await made(keys.slice(0, 2)), randomUUID()];
    await keep(round, { kind: 'photograph', picture: JPEG.toString('base64') }, id);
    const path = `/api/rounds/${round}/notes/${id}/picture`;
    const { status, headers } = await stack.juno.ask('GET', path);
    expect([status, headers.get('content-type')]).toEqual([200, 'image/jpeg']);
    expect((await stack.silas.ask('GET', path)).status).toBe(404);
  });

  it.each([
    ['no home', { listingKey: null, text: 'Where?' }, 'listingKey'],
    ['no words', { text: '  ' }, 'text'],
    ['nobody of the household', { kind: 'reaction', verdict: 'like', personId: randomUUID() }, 'personId'],
    ['nobody', { kind: 'reaction', verdict: 'like' }, 'personId'],
    ['no minutes', { kind: 'late', listingKey: null }, 'minutes'],
    ['a picture that is none', { kind: 'photograph', picture: Buffer.from('<svg/>').toString('base64') }, 'picture'],
    ['a time that is none', { at: 'yesterday', text: 'x' }, 'at'],
  ] as const)('is refused with a sentence where it has %s', async (_what, of, path) => {
    const round = await made(keys.slice(0, 2));
    const { status, body } = await stack.juno.ask(
      'PUT',
      `/api/rounds/${round}/notes/${randomUUID()}`,
      note(of as Partial<NewVisitNote>),
    );
    expect([status, body.details['path']]).toEqual([422, path]);
    expect(body.message).toMatch(/\.$/);
    expect((await dayOf(round)).notes).toEqual([]);
  });
});

describe('being late', () => {
  it('is told once to the offices and the client of the agreed visits ahead, and to nobody else', async () => {
    const round = await made(keys.slice(4, 7));
    await stack.juno.good('POST', `/api/rounds/${round}/requests`, { withoutAgreement: true });
    const mine = async (): Promise<Showing[]> =>
      (await stack.juno.good<Showing[]>('GET', '/api/showings')).filter(({ listingKey }) =>
        keys.slice(4, 7).includes(listingKey),
      );
    const showings = await mine();
    for (const { id } of showings) {
      await stack.answered(stack.juno, id);
      await stack.juno.good('POST', `/api/showings/${id}/answer`, { answer: 'confirmed', note: '' });
    }
    const before = (await stack.mailbox()).length;
    const [first] = (await dayOf(round)).homes;
    // what is seen waits for nobody any more
    await keep(round, { kind: 'seen', listingKey: first?.listingKey ?? '' });
    const [id, late] = [randomUUID(), { kind: 'late', listingKey: null, minutes: 15, tells: true } as const];
    // from two windows at once, and once more
    const answers = await Promise.all([1, 2, 3].map(() => keep(round, late, id)));
    expect(answers.filter(({ says }) => says !== '')).toHaveLength(1);
    const says = answers.map((each) => each.says).join('');
    const ahead = showings.filter(({ listingKey }) => listingKey !== first?.listingKey);
    expect(says).toMatch(new RegExp(`^Told by e-mail: ${ahead.length} listing agents, `));
    expect(await keep(round, late, id)).toEqual({ says: '' });
    const readers = says.split(', ').length - 1;
    const letters = (await stack.mailbox(before + ahead.length + readers)).filter(({ subject }) =>
      subject.startsWith('About 15 minutes late'),
    );
    expect(letters).toHaveLength(ahead.length + readers);
    const texts = await Promise.all(
      letters.map(async (letter) => ({ letter, text: (await simpleParser(await stack.raw(letter.id))).text ?? '' })),
    );
    for (const { letter, text } of texts) {
      const isToOffice = letter.to.some((address) => address.endsWith('@listings.example'));
      // a listing office never learns for whom an agent comes
      if (isToOffice) expect(text).not.toContain('Amara');
      expect(text).toMatch(isToOffice ? /about 15 minutes late/ : /15 minutes later today/);
      expect(text).not.toContain(first?.address ?? '');
    }
  });

  it('is kept and told to nobody where that is not wished, or there is nobody to tell', async () => {
    const round = await made(keys.slice(0, 2));
    expect(await keep(round, { kind: 'late', listingKey: null, minutes: 30, tells: false })).toEqual({ says: '' });
    expect((await keep(round, { kind: 'late', listingKey: null, minutes: 30, tells: true })).says).toMatch(/^Nobody was told/);
    expect((await dayOf(round)).notes.map(({ minutes }) => minutes)).toEqual([30, 30]);
  });
});
