import { get, put, remove } from './endpoint.js';
import type { Verdict } from './portal.js';
import type { RoundHome, RoundLeg, RoundPlace } from './rounds.js';
import type { Showing } from './showings.js';

/** What is written down on the road: that a home was seen, what somebody thinks of it, words, a photograph, or being late. */
export const VISIT_NOTE_KINDS = ['seen', 'reaction', 'words', 'photograph', 'late'] as const;
export type VisitNoteKind = (typeof VISIT_NOTE_KINDS)[number];

export interface VisitNote {
  readonly id: string;
  readonly kind: VisitNoteKind;
  /** By the clock of whoever wrote it, ISO 8601. */
  readonly at: string;
  /** The home that it is about; null of being late. */
  readonly listingKey: string | null;
  /** Of a reaction: who of the household thinks so. */
  readonly personId: string | null;
  readonly verdict: Verdict | null;
  /** Of words: what was said; of a photograph: what it shows. */
  readonly text: string;
  /** Of being late: by how much the rest of the day moves, in minutes; 0 when that was made up for. */
  readonly minutes: number | null;
}

export interface NewVisitNote extends Omit<VisitNote, 'id'> {
  /** Of being late: whether the offices and the client ahead are told. */
  readonly tells?: boolean;
  /** Of a photograph: a JPEG in Base64 (RFC 4648). */
  readonly picture?: string;
}

/** Bytes that a photograph has at most. */
export const MOST_PICTURE_BYTES = 700_000;

export interface DayHome extends Pick<
  RoundHome,
  'id' | 'listingKey' | 'address' | 'price' | 'status' | 'at' | 'open' | 'instructions' | 'agentMobile'
> {
  /** "4 bd · 2½ ba · 2,140 sq ft". */
  readonly facts: string;
  /** By the plan, in minutes from midnight. */
  readonly startAt: number;
  readonly endAt: number;
  /** Minutes of the drive to it. */
  readonly drive: number;
  /** When the break begins before that drive, in minutes from midnight; null where none is. */
  readonly breakAt: number | null;
  /** How its visit stands with the listing office; null where it was not asked for. */
  readonly state: Showing['state'] | null;
  readonly listAgent: string;
  readonly office: string;
  readonly officePhone: string;
  /** What each of the household thinks of it since the day of the round, as they said last. */
  readonly thinks: readonly { readonly personId: string; readonly verdict: Verdict; readonly note: string }[];
  /** What was said of it before: by whom, and what. */
  readonly said: readonly { readonly who: string; readonly text: string }[];
  /** The way to it. */
  readonly way: Pick<RoundLeg, 'metres' | 'steps'> | null;
}

/** A round as it is taken along: all that is needed on the road. */
export interface RoundDay {
  readonly id: string;
  readonly name: string;
  /** The day, ISO 8601. */
  readonly on: string;
  readonly clientId: string | null;
  readonly clientName: string;
  readonly people: readonly { readonly id: string; readonly name: string; readonly phone: string }[];
  readonly begin: RoundPlace | null;
  readonly end: RoundPlace | null;
  readonly leaveAt: number;
  readonly backAt: number;
  /** In their order. */
  readonly homes: readonly DayHome[];
  /** The oldest first. */
  readonly notes: readonly VisitNote[];
  /** The time zone by whose clock its times are, by its IANA name, and the time now, ISO 8601. */
  readonly zone: string;
  readonly now: string;
}

export const getRoundDay = get('rounds/:id/day').gives<RoundDay>();

/** Keeps what was written on the road, under an id made there: sent twice, it is kept once. Gives who was told of it. */
export const keepVisitNote = put('rounds/:id/notes/:noteId').takes<NewVisitNote>().gives<{ readonly says: string }>();

export const removeVisitNote = remove('rounds/:id/notes/:noteId').gives<object>();

export const getVisitPicture = get('rounds/:id/notes/:noteId/picture').givesFile();
