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
  /** Milliseconds that were worked for it; waiting for a turn is not among them. */
  spent: number;
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
  store.run({ signal, isGone: () => signal.aborted, person: request.ip ?? '', spent: 0 }, next);
}

/** Whoever asks is known now, and takes turns under their own name. */
export function takesTurnsAs(person: string): void {
  const request = store.getStore();
  if (request) request.person = person;
}

/** Does in a thread what another thread was asked for. */
export function askingFor<T>(person: string, isGone: () => boolean, work: () => T): T {
  return store.run({ isGone, person, spent: 0 }, work);
}

/** To be called between the parts of long work. @throws Dropped when nobody waits for it any more */
export function goOn(): void {
  if (store.getStore()?.isGone()) throw new Dropped();
}

/** Milliseconds of work that one request may take, unless it is for a file. */
const BUDGET_MS = 2_000;

/**
 * Does a part of a request's work within the time that is left to it.
 *
 * @param part  what is worked at, as it is named when it is too much: "the line “Remarks”"
 * @param work  is told by its signal when nobody waits any more, or the time is over
 * @param budget  milliseconds that one request may take in all
 * @throws Failure once the request has used up its time
 */
export async function spending<T>(
  part: () => string,
  work: (signal: AbortSignal | undefined) => Promise<T>,
  budget = BUDGET_MS,
): Promise<T> {
  const request = asking();
  if (!request) return work(undefined);
  const left = budget - request.spent;
  if (left <= 0) throw tooHeavy(part(), budget);
  const ending = new AbortController();
  const end = (): void => ending.abort(GONE);
  request.signal?.addEventListener('abort', end, { once: true });
  let isOver = false as boolean;
  const timer = setTimeout(() => {
    isOver = true;
    end();
  }, left);
  const from = performance.now();
  try {
    return await work(ending.signal);
  } catch (error) {
    throw isOver && error instanceof Dropped ? tooHeavy(part(), budget) : error;
  } finally {
    clearTimeout(timer);
    request.signal?.removeEventListener('abort', end);
    request.spent += performance.now() - from;
  }
}

function tooHeavy(part: string, budget: number): Failure {
  return new Failure(
    'request.tooHeavy',
    `This takes longer than ${budget / 1000} seconds because of ${part}. Ask for less at once, or try again: what was worked out so far is kept.`,
    { part },
  );
}
