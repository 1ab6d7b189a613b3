import type { Line, Need, Question } from '@perambula/core';
import { get, post, put, remove } from './endpoint.js';

/** The longest answer, in characters, and the most that a household has. */
export const LONGEST_NEED = 300;
export const MOST_NEEDS = 60;

/** What somebody of a household said that they need. */
export interface ClientNeed extends Need {
  /** Who said it; null where it was said for all of them. */
  readonly personId: string | null;
  /** By when, an ISO date, where that was asked. */
  readonly day: string | null;
  /** ISO 8601; when it was said, or last said anew. */
  readonly saidAt: string;
}

export interface NeedSaid {
  readonly question: Question;
  readonly personId?: string | null;
  readonly words: string;
  /** What it asks of a home, where it is not read from the words. */
  readonly line?: Line | null;
  readonly day?: string | null;
}

/** In the order of the questions, and as they were said. */
export const listNeeds = get('clients/:id/needs').gives<ClientNeed[]>();

export const addNeed = post('clients/:id/needs').takes<NeedSaid>().gives<ClientNeed>();

export const changeNeed = put('clients/:id/needs/:needId').takes<NeedSaid>().gives<ClientNeed>();

export const removeNeed = remove('clients/:id/needs/:needId').gives<object>();
