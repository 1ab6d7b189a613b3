import type { FitAnswer } from '@perambula/core';
import { get } from './endpoint.js';
import type { Verdict } from './portal.js';
import type { Stage } from './shortlists.js';

/** What a home is to the agent's clients. */
export interface WantedAnswer {
  /** By the closest that it comes to any of a client's searches; whom it fits first. */
  readonly wantedBy: readonly {
    readonly clientId: string;
    readonly client: string;
    readonly fits: boolean;
    /** "fits", or what it misses and by how much. */
    readonly how: string;
  }[];
  /** Who opened it, and what they said of it. */
  readonly said: readonly {
    readonly clientId: string;
    readonly person: string;
    readonly opened: number;
    readonly verdict: Verdict | null;
    readonly note: string;
  }[];
  readonly shortlists: readonly {
    readonly id: string;
    readonly name: string;
    /** Null where it is the agent's own. */
    readonly clientId: string | null;
    readonly client: string | null;
    readonly stage: Stage;
  }[];
}

export const getWanted = get('listings/:key/wanted').gives<WantedAnswer>();

/** How it fits one of the agent's saved searches, line by line. */
export const getFit = get('listings/:key/fit/:searchId').gives<FitAnswer>();
