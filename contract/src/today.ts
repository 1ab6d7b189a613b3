import type { NewsSince, ShownTo } from '@perambula/core';
import { get, post } from './endpoint.js';
import type { OutboxEntry } from './mail.js';
import type { Verdict } from './portal.js';
import type { ListedAnew } from './shortlists.js';
import type { Showing } from './showings.js';
import type { Task } from './tasks.js';
import type { WrittenToAgent } from './timeline.js';

export interface Today {
  /** What should go on by itself and does not. */
  readonly behind: readonly Behind[];
  /** What clients wrote that waits for an answer. */
  readonly written: readonly WrittenToAgent[];
  /** What clients ask to see, and other times that listing offices offer. */
  readonly asked: readonly Showing[];
  readonly held: readonly OutboxEntry[];
  readonly failed: readonly OutboxEntry[];
  readonly worthAWord: readonly WorthAWord[];
  readonly cameBy: readonly CameBy[];
  readonly tasks: readonly Task[];
  readonly since: readonly SinceClient[];
  readonly sinceAt: string | null;
  /** What changed of homes on shortlists since they looked last. */
  readonly shortlisted: readonly ShortlistNews[];
  readonly ahead: readonly Showing[];
  readonly newHomes: readonly {
    readonly listing: ShownTo<'agent'>;
    readonly wantedBy: readonly { readonly clientId: string; readonly client: string; readonly how: string }[];
  }[];
}

export interface ShortlistNews {
  readonly shortlistId: string;
  readonly name: string;
  /** Null where it is the agent's own. */
  readonly clientId: string | null;
  readonly client: string | null;
  readonly home: { readonly listingKey: string; readonly address: string };
  readonly news: NewsSince;
  /** Where it was listed anew since. */
  readonly anew: ListedAnew | null;
}

/** A step that has not been done for so many minutes of real time, and why. */
export interface Behind {
  readonly step: 'feed' | 'matching' | 'digests' | 'mail';
  readonly minutes: number;
  readonly reason: string;
}

/** Somebody whose reading deserves a word, why, and what may wake them. */
export interface WorthAWord {
  readonly clientId: string;
  readonly client: string;
  readonly person: string;
  /** They came by the agent's page, return to one home, went quiet against their own rhythm, or never opened anything. */
  readonly kind: 'cameByPage' | 'returns' | 'quiet' | 'neverOpened';
  /** Since they came, on which they returned, or since when they are silent. */
  readonly days: number;
  readonly why: string;
  /** The home that they return to. */
  readonly home: { readonly listingKey: string; readonly address: string } | null;
  readonly wakers: readonly {
    readonly text: string;
    readonly home: { readonly listingKey: string; readonly address: string } | null;
  }[];
}

export interface CameBy {
  readonly clientId: string;
  readonly client: string;
  readonly person: string;
  readonly lastAt: string;
  readonly visits: number;
  readonly homesOpened: readonly { readonly listingKey: string; readonly address: string; readonly times: number }[];
  readonly reactions: readonly {
    readonly listingKey: string;
    readonly address: string;
    readonly verdict: Verdict;
    readonly note: string;
    readonly at: string;
  }[];
}

export interface SinceClient {
  readonly clientId: string;
  readonly client: string;
  readonly fits: number;
  readonly missesByOne: number;
  readonly changes: readonly { readonly listingKey: string; readonly text: string }[];
}

export const getToday = get('today').gives<Today>();

export const noteLooked = post('today/looked').gives<object>();
