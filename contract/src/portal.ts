import type { Bound, Cadence, Moment, OnFoot, ShownTo } from '@perambula/core';
import type { AlertState } from './alerts.js';
import { get, patch, post, put, remove } from './endpoint.js';
import type { Showing } from './showings.js';

export const VERDICTS = ['like', 'unsure', 'notForUs'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What a client said of a home, after their name. */
export const VERDICT_SAID: Readonly<Record<Verdict, string>> = { like: 'likes it', unsure: 'is unsure', notForUs: 'says no' };

export interface Reaction {
  readonly person: string;
  readonly verdict: Verdict;
  readonly note: string;
  readonly at: string;
}

/** A home told to a household, and what was said of it. */
export interface PortalHome {
  readonly listingKey: string;
  readonly why: string;
  /** Of the reader's searches and shortlists, those that have it, by id. */
  readonly of: readonly string[];
  readonly toldAt: string;
  readonly isNew: boolean;
  /** What the reader says of it, and when they said so last, ISO 8601. */
  readonly reaction: { readonly verdict: Verdict; readonly note: string; readonly at: string } | null;
  /** What others of the household say of it, who let it be seen. */
  readonly others: readonly { readonly person: string; readonly verdict: Verdict; readonly note: string }[];
  readonly showing: Pick<Showing, 'state' | 'startAt' | 'minutes'> | null;
}

export interface Portal {
  readonly person: string;
  readonly household: string;
  readonly agent: {
    readonly name: string;
    readonly phone: string;
    readonly email: string;
    readonly officeName: string;
    readonly postalAddress: string;
    readonly licenseNumber: string;
  };
  readonly searches: readonly {
    readonly id: string;
    readonly name: string;
    readonly sentence: string;
    readonly cadence: Cadence;
    readonly state: AlertState['state'];
  }[];
  /** Shortlists that the agent shares, with their homes by key, in the household's order. */
  readonly shortlists: readonly { readonly id: string; readonly name: string; readonly keys: readonly string[] }[];
  readonly homes: readonly PortalHome[];
  readonly lastVisitAt: string | null;
  readonly countsVisits: boolean;
  /** The others of the household, by first name. */
  readonly others: readonly string[];
  /** Whether a code mailed to the reader was typed in this browser; without it neither what the others say nor history is told. */
  readonly isKnown: boolean;
  /** Whether they see what the reader says of homes. */
  readonly sharesReactions: boolean;
  /** What the reader and their agent wrote to each other, the oldest first. */
  readonly written: readonly {
    readonly at: string;
    readonly isByAgent: boolean;
    readonly text: string;
    /** The home that it is about. */
    readonly listingKey: string | null;
  }[];
  readonly source: string;
  readonly now: string;
}

/** What a home is, in the fields that a client may see. */
export interface PortalCard {
  readonly listing: ShownTo<'client'>;
  readonly address: string;
}

/** Cards that are given at once, at most. */
export const MOST_PORTAL_CARDS = 50;

/** What is read of one home by itself, beside what the portal says of it. */
export interface PortalHomeAnswer extends PortalCard {
  /** Captions of its pictures, in order; none where they cannot be told. */
  readonly captions: readonly string[];
  /** To the places of the household's searches: "Ferry Square by 8:30 am", in whole minutes; null where that is not known. */
  readonly journeys: readonly { readonly label: string; readonly minutes: number | null }[];
  readonly onFoot: readonly OnFoot[];
  /** The bounds of the household's searches. */
  readonly bounds: readonly Bound[];
  /** Its time for sale, the latest first; none before the reader's code. */
  readonly moments: readonly Moment[];
  /** Open houses to come, ISO 8601. */
  readonly openHouses: readonly { readonly startsAt: string; readonly endsAt: string }[];
  /** When the agent could show it, ISO 8601, the earliest first. */
  readonly times: readonly string[];
  /** By key, homes that the reader likes and that are like it, the likest first. */
  readonly alike: readonly string[];
}

export const openPortal = post('portal/session').takes<{ readonly token: string }>().gives<object>();

export const getPortal = get('portal').gives<Portal>();

/** Mails the reader a code of six digits. */
export const mailCode = post('portal/code').gives<object>();

/** Shows by that code that the browser is the reader's. */
export const typeCode = put('portal/code').takes<{ readonly code: string }>().gives<object>();

/** The facts of a home that the public record states otherwise, by their names; null where it could not be asked. */
export type FactsToVerify = readonly string[] | null;

/** What to verify of a home before relying on it. */
export interface ToVerify {
  readonly facts: FactsToVerify;
}

/** What some of the homes told are, by their keys with commas between, in that order; those that are not the reader's are left out. */
export const getPortalCards = get('portal/homes').takes<{ readonly keys: string }>().gives<PortalCard[]>();

export const getPortalHome = get('portal/homes/:key').gives<PortalHomeAnswer>();

export const getToVerify = get('portal/homes/:key/verify').gives<ToVerify>();

export const noteVisit = post('portal/homes/:key/visit').gives<object>();

export const react = put('portal/homes/:key/reaction')
  .takes<{ readonly verdict: Verdict; readonly note: string }>()
  .gives<object>();

export const askToSee = post('portal/homes/:key/showing').takes<{ readonly wish: string }>().gives<object>();

/** Writes to the agent, about a home or about anything. */
export const writeToAgent = post('portal/written')
  .takes<{ readonly text: string; readonly listingKey?: string }>()
  .gives<object>();

/** How often the reader's household hears of a search, or whether at all. */
export const changeOwnAlert = patch('portal/searches/:id/alert')
  .takes<{ readonly cadence?: Cadence; readonly state?: AlertState['state'] }>()
  .gives<object>();

/** Puts the homes of a shared shortlist in the household's own order. */
export const orderShared = put('portal/shortlists/:id/order').takes<{ readonly keys: readonly string[] }>().gives<object>();

/** Takes a home off a shared shortlist, as not for the reader, or puts it back. */
export const dropShared = put('portal/shortlists/:id/homes/:key').takes<{ readonly dropped: boolean }>().gives<object>();

export const countVisits = put('portal/visits').takes<{ readonly counted: boolean }>().gives<object>();

/** Whether the others of the household see what the reader says of homes. */
export const shareReactions = put('portal/sharing').takes<{ readonly shared: boolean }>().gives<object>();

/** Makes the address under which the household's visits are subscribed to; the one before leads nowhere any more. */
export const openVisitsCalendar = post('portal/calendar').gives<{ readonly url: string }>();

export const withdrawOwnLinks = remove('portal/links').gives<object>();

export const stopFromPortal = post('portal/stop').gives<object>();
