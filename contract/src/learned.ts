import type { Interval, Search, Split } from '@perambula/core';
import { get, post } from './endpoint.js';

/** A change of a client's search that what one of them said of homes speaks for. */
export interface LearnedChange {
  /** Under which it is set aside. */
  readonly key: string;
  readonly searchId: string;
  readonly searchName: string;
  /** Who said so, by first name. */
  readonly person: string;
  /** The field, and what is asked of it now and then, in words; null where nothing is asked yet. */
  readonly label: string;
  readonly before: string | null;
  readonly after: string;
  /** What a narrower line rests on; null for a wider one. */
  readonly evidence: {
    readonly liked: Split;
    readonly refused: Split;
    /** Refused homes whose words speak of it. */
    readonly said: number;
    /** Of homes without it, the share that is refused, from 0 to 1; exact, 95 of 100 times. */
    readonly refusedWithout: Interval;
  } | null;
  /** Liked homes that the search leaves out now by this alone. */
  readonly likedOutside: number;
  /** The search with it, and how many homes that adds and takes away. */
  readonly document: Search;
  readonly adds: number;
  readonly drops: number;
}

export interface Learned {
  readonly changes: readonly LearnedChange[];
  /** For a client without a search, one by what they looked at. */
  readonly begin: { readonly document: Search; readonly sentence: string; readonly homes: number; readonly fit: number } | null;
}

/** What a client's answers would change in their searches; nothing of it is done by itself. */
export const getLearned = get('clients/:id/learned').gives<Learned>();

/** Does not tell of a change again. */
export const setLearnedAside = post('clients/:id/learned/aside').takes<{ readonly key: string }>().gives<object>();
