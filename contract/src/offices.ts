import { post } from './endpoint.js';

/** What a listing office is asked: to show a home at a time. It names the home, the hour and the agent, never the client. */
export interface ShowingRequest {
  readonly listingKey: string;
  readonly listingId: string;
  readonly address: string;
  readonly startAt: string;
  readonly minutes: number;
  readonly agent: { readonly name: string; readonly officeName: string; readonly phone: string };
  /** The answer given; null while there is none. */
  readonly answer: OfficeAnswer | null;
  /** The other time that the office offered; null unless it did. */
  readonly offeredAt: string | null;
}

/** A listing office agrees, refuses, or offers another time. */
export const OFFICE_ANSWERS = ['confirmed', 'refused', 'countered'] as const;
export type OfficeAnswer = (typeof OFFICE_ANSWERS)[number];

export interface OfficeAnswered {
  readonly answer: OfficeAnswer;
  readonly note: string;
  /** With “countered” only: the time that is offered. */
  readonly offeredAt?: string;
}

/** What the link in a request's message opens, without an account. */
export const openShowingRequest = post('offices/request').takes<{ readonly token: string }>().gives<ShowingRequest>();

export const answerShowingRequest = post('offices/answer')
  .takes<OfficeAnswered & { readonly token: string }>()
  .gives<ShowingRequest>();
