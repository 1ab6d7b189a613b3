import { getRoundDay, keepVisitNote, removeVisitNote } from '@perambula/contract';
import type { NewVisitNote, RoundDay } from '@perambula/contract';
import { create } from 'zustand';
import { ask, messageOf, RequestFailure } from '../../shared/http.js';
import { dropUnsent, forgetDay, keepDay, keepUnsent, readDay, readUnsent, settleUnsent } from './kept.js';
import type { KeptDay, Unsent } from './kept.js';
import { keepPage } from './keepPage.js';
import type { PageKept } from './keepPage.js';
import { base64Of } from './shrink.js';

/** Nothing can be sent. */
const UNREACHED: readonly string[] = ['unreachable', 'session.missing'];
/** What may well be over the next time: it is sent again, and nothing is thought wrong with it. */
const PASSING: readonly string[] = [...UNREACHED, 'server.failed', 'request.tooHeavy', 'request.conflict'];

/** A network that takes longer is as good as none; a photograph may take its time. */
const LONGEST_READ_MS = 15_000;
const LONGEST_SEND_MS = 60_000;
/** For how long a day that was read is as good as new. */
const FRESH_MS = 60_000;

export type Reached = 'unknown' | 'yes' | 'no' | 'signedOut';

/** What is written on the road, before it has its id and its time. */
export type Written = Omit<NewVisitNote, 'at' | 'picture'>;

interface State {
  readonly day: RoundDay | null;
  /** Milliseconds by which the server's clock is ahead of this one's. */
  readonly ahead: number;
  readonly unsent: readonly Unsent[];
  readonly reached: Reached;
  readonly page: PageKept;
  /** What the server said last of what was sent. */
  readonly says: string;
  /** Why there is nothing to be shown; "" where there is, or it is not known yet. */
  readonly failure: string;
}

const NOTHING: State = { day: null, ahead: 0, unsent: [], reached: 'unknown', page: 'unknown', says: '', failure: '' };

/** The day on the road. Whatever is written is on this telephone before anything else, and reaches the server when it can. */
export const useDay = create<State>(() => NOTHING);

const { getState: now, setState: set } = useDay;

/** Opens a round's day: as it is kept here, at once; then as it is now. */
export async function openDay(roundId: string): Promise<void> {
  set(NOTHING);
  try {
    const [kept, unsent] = await Promise.all([readDay(roundId), readUnsent(roundId)]);
    set({ ...kept, unsent });
  } catch {
    // a browser that keeps nothing still shows what the server says
    set({ page: 'failed' });
  }
  await syncDay(roundId);
}

let syncing: Promise<void> = Promise.resolve();
let readAt = 0;

/** Sends what waits, and reads the day anew where it was not for a while, or could not be. */
export function keepUp(roundId: string): Promise<void> {
  const { reached, unsent } = now();
  const isFresh = reached === 'yes' && Date.now() - readAt < FRESH_MS;
  return isFresh && unsent.every(({ refused }) => refused !== '') ? Promise.resolve() : syncDay(roundId);
}

/** Sends what waits, one after the other, then reads the day anew. One at a time, however often it is asked for. */
export function syncDay(roundId: string): Promise<void> {
  syncing = syncing.then(async () => {
    // what cannot be read or written on this telephone waits for the next time
    await sendAll(roundId).catch(() => undefined);
    await refresh(roundId);
  });
  return syncing;
}

async function refresh(roundId: string): Promise<void> {
  try {
    const day = await ask(getRoundDay, { at: { id: roundId }, signal: AbortSignal.timeout(LONGEST_READ_MS) });
    const ahead = Date.parse(day.now) - Date.now();
    readAt = Date.now();
    set({ day, ahead, reached: 'yes', failure: '' });
    set({ page: await keepWhole({ day, ahead }) });
  } catch (error) {
    notReached(error);
    // it was deleted, or is another agent's, who used this browser before
    if (error instanceof RequestFailure && error.code === 'thing.missing') {
      await forgetDay(roundId).catch(() => undefined);
      set({ day: null });
    }
    if (!now().day && now().reached !== 'signedOut') set({ failure: messageOf(error) });
  }
}

async function keepWhole(day: KeptDay): Promise<PageKept> {
  try {
    return await keepPage(await keepDay(day));
  } catch {
    return 'failed';
  }
}

function notReached(error: unknown): void {
  const code = error instanceof RequestFailure ? error.code : 'unreachable';
  set({ reached: code === 'session.missing' ? 'signedOut' : PASSING.includes(code) ? 'no' : now().reached });
}

async function sendAll(roundId: string): Promise<void> {
  for (const unsent of await readUnsent(roundId).catch(() => [])) {
    if (unsent.refused !== '') continue;
    try {
      const says = await send(unsent);
      await settleUnsent(unsent, null);
      if (says !== '') set({ says });
    } catch (error) {
      notReached(error);
      if (!(error instanceof RequestFailure) || UNREACHED.includes(error.code)) return;
      // one that the server cannot take now holds up none of the others
      if (PASSING.includes(error.code)) continue;
      await settleUnsent(unsent, { ...unsent, refused: error.message });
    }
    const left = await readUnsent(roundId);
    // shown as kept until the day is read anew
    set(({ day }) => ({ unsent: left, day: day && withSent(day, unsent, left) }));
  }
}

async function send({ id, roundId, note, picture }: Unsent): Promise<string> {
  const given = { at: { id: roundId, noteId: id }, signal: AbortSignal.timeout(LONGEST_SEND_MS) };
  if (!note) return ask(removeVisitNote, given).then(() => '');
  const body = picture ? { ...note, picture: await base64Of(picture) } : note;
  return (await ask(keepVisitNote, { ...given, body })).says;
}

function withSent(day: RoundDay, { id, note }: Unsent, left: readonly Unsent[]): RoundDay {
  if (left.some((each) => each.id === id)) return day;
  const others = day.notes.filter((each) => each.id !== id);
  return { ...day, notes: note ? [...others, { ...note, id }] : others };
}

/** Writes something down: on this telephone at once, and to the server when it can be reached. */
export async function writeDown(written: Written, picture?: Blob): Promise<void> {
  const { day } = now();
  if (!day) return;
  await wait({
    id: crypto.randomUUID(),
    note: { ...written, at: new Date(Date.now() + now().ahead).toISOString() },
    ...(picture ? { picture } : {}),
  });
}

/** Takes a note back; one that is only here goes at once. */
export async function takeBack(id: string): Promise<void> {
  const waiting = now().unsent.find((each) => each.id === id);
  // it may be on its way this very moment, so it is taken back there, too
  if (waiting?.refused) return drop(id);
  await wait({ id, note: null });
}

/** Gives up what the server would not have. */
export async function drop(id: string): Promise<void> {
  await dropUnsent(id);
  set({ unsent: now().unsent.filter((each) => each.id !== id) });
}

async function wait(what: Pick<Unsent, 'id' | 'note' | 'picture'>): Promise<void> {
  const roundId = now().day?.id ?? '';
  const number = Math.max(0, ...now().unsent.map((each) => each.number)) + 1;
  const unsent: Unsent = { ...what, roundId, refused: '', number };
  try {
    await keepUnsent(unsent);
  } catch {
    set({
      says: 'This browser keeps nothing, so this was not written down. Leave private browsing, or make room on the telephone.',
    });
    return;
  }
  set(({ unsent: others }) => ({ unsent: [...others.filter(({ id }) => id !== unsent.id), unsent], says: '' }));
  void syncDay(roundId);
}
