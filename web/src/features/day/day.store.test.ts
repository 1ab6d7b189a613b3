import 'fake-indexeddb/auto';
import type { NewVisitNote, RoundDay, VisitNote } from '@perambula/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { notesOf } from './day.rules.js';
import { openDay, syncDay, takeBack, useDay, writeDown } from './day.store.js';
import { dropUnsent, forgetDays, readUnsent } from './kept.js';
import { DAY } from './testing/day.js';

/** The server that the day is read from and written to: what it has, whether it is reached, and what it would not have. */
const server = {
  notes: new Map<string, VisitNote>(),
  puts: 0,
  reach: 'yes' as 'yes' | 'no' | 'signedOut',
  refuses: '',
  /** The words of a note at which it fails, and whether the round is there for whoever asks. */
  failsAt: '',
  isThere: true,
  /** Held until it is let go, where a test wants to do something while a note is on its way. */
  hold: null as Promise<void> | null,
};

const answer = (status: number, body: unknown): Response => new Response(JSON.stringify(body), { status });

async function served(path: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> {
  if (server.reach === 'no') throw new TypeError('Failed to fetch');
  if (server.reach === 'signedOut') return answer(401, { code: 'session.missing', message: 'Sign in.', details: {} });
  if (!server.isThere) return answer(404, { code: 'thing.missing', message: 'There is no such round.', details: {} });
  const id = path.split('/').at(-1) ?? '';
  if (method === 'PUT') {
    server.puts++;
    if (server.failsAt && String(body).includes(server.failsAt))
      return answer(500, { code: 'server.failed', message: 'Something failed.', details: {} });
    if (server.refuses) return answer(400, { code: 'request.invalid', message: server.refuses, details: {} });
    server.notes.set(id, { ...(JSON.parse(String(body)) as NewVisitNote), id });
    await server.hold;
    return answer(200, { says: '' });
  }
  if (method === 'DELETE') {
    server.notes.delete(id);
    return answer(200, {});
  }
  return answer(200, { ...DAY, notes: [...server.notes.values()] } satisfies RoundDay);
}

const words = (text: string) => writeDown({ kind: 'words', listingKey: 'A', personId: null, verdict: null, minutes: null, text });
const shown = (): string[] => {
  const { day, unsent } = useDay.getState();
  return day ? notesOf(day, unsent).map(({ text }) => text) : [];
};
const onServer = (): string[] => [...server.notes.values()].map(({ text }) => text);

beforeEach(async () => {
  Object.assign(server, { notes: new Map(), puts: 0, reach: 'yes', refuses: '', failsAt: '', isThere: true, hold: null });
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => served(path, init));
  await forgetDays();
  for (const { id } of await readUnsent(DAY.id)) await dropUnsent(id);
});

describe('a day on the road', () => {
  it('opens without a network as it was read last, and takes what is written', async () => {
    await openDay(DAY.id);
    server.reach = 'no';
    await openDay(DAY.id);
    expect(useDay.getState()).toMatchObject({ reached: 'no', day: { name: DAY.name }, failure: '' });
    await words('Dry cellar.');
    await syncDay(DAY.id);
    expect(shown()).toEqual(['Dry cellar.']);
    expect(onServer()).toEqual([]);
    // the page is closed and opened again, still without a network
    await openDay(DAY.id);
    expect(shown()).toEqual(['Dry cellar.']);
  });

  it('sends what waits once there is a network, in the order of the writing, and each once', async () => {
    await openDay(DAY.id);
    server.reach = 'no';
    for (const text of ['one', 'two', 'three']) await words(text);
    server.reach = 'yes';
    await Promise.all([syncDay(DAY.id), syncDay(DAY.id), syncDay(DAY.id)]);
    expect(onServer()).toEqual(['one', 'two', 'three']);
    expect([server.puts, useDay.getState().unsent]).toEqual([3, []]);
    expect(shown()).toEqual(['one', 'two', 'three']);
  });

  it('keeps what is written while nobody is signed in', async () => {
    await openDay(DAY.id);
    server.reach = 'signedOut';
    await words('Kept.');
    await syncDay(DAY.id);
    expect(useDay.getState()).toMatchObject({ reached: 'signedOut', unsent: [{ refused: '' }] });
    server.reach = 'yes';
    await syncDay(DAY.id);
    expect(onServer()).toEqual(['Kept.']);
  });

  it('sets aside what the server would not have, with why, and goes on with the rest', async () => {
    await openDay(DAY.id);
    server.refuses = 'Say which home the note is about.';
    await words('Refused.');
    await syncDay(DAY.id);
    server.refuses = '';
    await words('Kept.');
    await syncDay(DAY.id);
    expect(onServer()).toEqual(['Kept.']);
    expect(useDay.getState().unsent).toMatchObject([{ refused: 'Say which home the note is about.' }]);
    expect(shown()).toContain('Refused.');
  });

  it('sends the others where the server fails at one, which waits', async () => {
    await openDay(DAY.id);
    server.reach = 'no';
    for (const text of ['one', 'odd', 'three']) await words(text);
    Object.assign(server, { reach: 'yes', failsAt: 'odd' });
    await syncDay(DAY.id);
    expect([onServer(), useDay.getState().unsent.length]).toEqual([['one', 'three'], 1]);
    server.failsAt = '';
    await syncDay(DAY.id);
    expect([onServer(), useDay.getState().unsent]).toEqual([['one', 'three', 'odd'], []]);
  });

  it('that is another agent’s, who used this browser before, is not shown and not kept', async () => {
    await openDay(DAY.id);
    server.isThere = false;
    await openDay(DAY.id);
    expect(useDay.getState()).toMatchObject({ day: null, failure: 'There is no such round.' });
    server.reach = 'no';
    await openDay(DAY.id);
    expect(useDay.getState().day).toBeNull();
  });

  it('takes back what is on its way that very moment', async () => {
    await openDay(DAY.id);
    let letGo = (): void => undefined;
    server.hold = new Promise((resolve) => (letGo = resolve));
    await words('Said too soon.');
    await vi.waitFor(() => expect(onServer()).toEqual(['Said too soon.']));
    await takeBack([...server.notes.keys()][0] ?? '');
    letGo();
    await syncDay(DAY.id);
    expect([onServer(), shown(), useDay.getState().unsent]).toEqual([[], [], []]);
  });

  it('that is not there says so', async () => {
    server.reach = 'no';
    await openDay('another');
    expect(useDay.getState()).toMatchObject({ day: null, reached: 'no' });
    expect(useDay.getState().failure).toMatch(/cannot be reached/);
  });

  it('is forgotten when its agent signs out, but nothing that waits to be sent', async () => {
    await openDay(DAY.id);
    server.reach = 'no';
    await words('Still here.');
    await forgetDays();
    await openDay(DAY.id);
    expect(useDay.getState().day).toBeNull();
    expect(await readUnsent(DAY.id)).toMatchObject([{ note: { text: 'Still here.' } }]);
  });
});
