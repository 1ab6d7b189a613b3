import { get, post, remove } from './endpoint.js';

/** What is written down in a client's file because it stands nowhere else. */
export type EntryKind = 'note' | 'call' | 'search' | 'alert' | 'person' | 'fromClient' | 'toClient' | 'need' | 'wish' | 'shared';

/** What a timeline can be narrowed to. */
export const HAPPENING_KINDS = ['message', 'visit', 'reaction', 'showing', 'search', 'note', 'person'] as const;
export type HappeningKind = (typeof HAPPENING_KINDS)[number];

/** One entry of a file's timeline. */
export interface Happening {
  readonly id: string;
  /** ISO 8601. */
  readonly at: string;
  readonly kind: HappeningKind;
  readonly text: string;
  /** What it leads to. */
  readonly about: {
    readonly kind: 'listing' | 'message' | 'needs' | 'search' | 'shortlist' | 'showing';
    readonly id: string;
  } | null;
  /** A note or call, which the agent can take out again. */
  readonly isOwn: boolean;
}

export interface TimelinePage {
  /** The latest first. */
  readonly happenings: readonly Happening[];
  /** From where the earlier ones go on; null when there are none. */
  readonly earlier: string | null;
}

/** `kinds` by commas; left out, all. `before`: what the page before said of the earlier ones. */
export const getTimeline = get('clients/:id/timeline')
  .takes<{ readonly kinds?: string; readonly before?: string }>()
  .gives<TimelinePage>();

/** Writes down a note, or that somebody was called. */
export const addEntry = post('clients/:id/timeline')
  .takes<{ readonly kind: 'note' | 'call'; readonly text: string; readonly personId?: string }>()
  .gives<{ readonly id: string }>();

export const removeEntry = remove('clients/:id/timeline/:entryId').gives<object>();

/** What somebody wrote to their agent in the portal. */
export interface WrittenToAgent {
  readonly id: string;
  readonly clientId: string;
  readonly client: string;
  readonly person: string;
  /** ISO 8601. */
  readonly at: string;
  readonly text: string;
  /** The home that it is about. */
  readonly home: { readonly listingKey: string; readonly address: string } | null;
  /** Whether it would change a search of theirs: `getProposal` says how. */
  readonly isProposal: boolean;
}

/** Sends an answer to what a client wrote; with no text it needs none. */
export const answerClient = post('clients/:id/timeline/:entryId/answer').takes<{ readonly text: string }>().gives<object>();
