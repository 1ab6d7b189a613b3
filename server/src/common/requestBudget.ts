import { AsyncLocalStorage } from 'node:async_hooks';
import type { NextFunction, Request, Response } from 'express';
import { Failure } from './failure.js';
import { Dropped } from './thread.js';

/** Who asks for something, whether they still wait for it, and what of its time is used up. */
export interface Asking {
  /** Aborted once nobody waits for the answer. */
  readonly signal?: AbortSignal;
  /** Whether anybody still waits; asked by work that would not hear of the signal. */
  readonly isGone: () => boolean;
  /** Whose turn it takes: an agent's or a person's id, or the address of whoever has not signed in. */
  person: string;
  /** Milliseconds that threads worked for it. */
  spent: number;
  /** Milliseconds that went by while they did; waiting for a turn is not among them. */
  took: number;
}

const store = new AsyncLocalStorage<Asking>();

/** The request that is being answered, wherever it is asked; null for what the server does by itself. */
export function asking(): Asking | null {
  return store.getStore() ?? null;
}

/** Why a signal is aborted: made once, since an error made for each request costs more than many answers. */
const GONE = new Dropped();

/** Begins each request's own `asking`, which ends when its connection does. */
export function beginAsking(request: Request, response: Response, next: NextFunction): void {
  const ending = new AbortController();
  response.once('close', () => ending.abort(GONE));
  const { signal } = ending;
  store.run({ signal, isGone: () => signal.aborted, person: request.ip ?? '', spent: 0, took: 0 }, next);
}

/** Whoever asks is known now, and takes turns under their own name. */
export function takesTurnsAs(person: string): void {
  const request = store.getStore();
  if (request) request.person = person;
}

/** Does in a thread what another thread was asked for. */
export function askingFor<T>(person: string, isGone: () => boolean, work: () => T): T {
  return store.run({ isGone, person, spent: 0, took: 0 }, work);
}

/** To be called between the parts of long work. @throws Dropped when nobody waits for it any more */
export function goOn(): void {
  if (store.getStore()?.isGone()) throw new Dropped();
}

/** Milliseconds of work that one request may take, unless it is for a file. */
const BUDGET_MS = 2_000;
/** On a busy machine work takes longer than a thread works at it: so many times as long at most. */
const SLOWEST = 5;

/**
 * Does a part of a request's work within the time that is left to it.
 *
 * @param part  what is worked at, as it is named when it is too much: "the line “Remarks”"
 * @param thread  what works at it, and tells how many milliseconds it has worked
 * @param work  is told by its signal when nobody waits any more, or the time is over
 * @param budget  milliseconds that may be worked for one request in all
 * @throws Failure once the request has used up its time
 */
export async function spending<T>(
  part: () => string,
  thread: { worked(): number },
  work: (signal: AbortSignal | undefined) => Promise<T>,
  budget = BUDGET_MS,
): Promise<T> {
  const request = asking();
  if (!request) return work(undefined);
  const from = { worked: thread.worked(), at: performance.now() };
  // a thread that was started anew has worked less than before
  const spent = (): number => request.spent + Math.max(0, thread.worked() - from.worked);
  const took = (): number => request.took + performance.now() - from.at;
  const left = (): number => Math.min(budget - spent(), SLOWEST * budget - took());
  if (left() <= 0) throw tooHeavy(part(), budget);
  const ending = new AbortController();
  const end = (): void => ending.abort(GONE);
  request.signal?.addEventListener('abort', end, { once: true });
  let isOver = false as boolean;
  const look = (): void => {
    isOver = left() <= 0;
    if (isOver) end();
    else timer = setTimeout(look, left());
  };
  let timer = setTimeout(look, left());
  try {
    return await work(ending.signal);
  } catch (error) {
    throw isOver && error instanceof Dropped ? tooHeavy(part(), budget) : error;
  } finally {
    clearTimeout(timer);
    request.signal?.removeEventListener('abort', end);
    [request.spent, request.took] = [spent(), took()];
  }
}

function tooHeavy(part: string, budget: number): Failure {
  return new Failure(
    'request.tooHeavy',
    `This takes longer than ${budget / 1000} seconds because of ${part}. Ask for less at once, or try again: what was worked out so far is kept.`,
    { part },
  );
}
