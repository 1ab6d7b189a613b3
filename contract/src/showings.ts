import { get, post, remove } from './endpoint.js';
import type { OfficeAnswered } from './offices.js';

export interface Showing {
  readonly id: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly listingKey: string;
  readonly address: string;
  readonly price: number;
  /** Degrees, where the home's place is known, and its status. */
  readonly longitude: number | null;
  readonly latitude: number | null;
  readonly status: string;
  /** Proposed: the listing office was asked for the time, and has not answered yet. Countered: it offers another time. */
  readonly state: 'asked' | 'proposed' | 'countered' | 'confirmed' | 'refused' | 'canceled';
  readonly startAt: string | null;
  /** The time that the listing office offers instead; null unless it does. */
  readonly offeredAt: string | null;
  /** Since when the listing office has been asked for the time; null before. */
  readonly askedOfficeAt: string | null;
  /** Whether the client has it in a calendar, and so hears of each change. */
  readonly isInvited: boolean;
  /** What else is at that time; null where nothing is. For the agent alone. */
  readonly clash: string | null;
  readonly minutes: number;
  /** What the client wrote when asking. */
  readonly wish: string;
  /** The listing office's answer. */
  readonly answer: string;
  readonly agreementSigned: boolean;
  readonly showingInstructions: string;
  readonly agentMobile: string;
}

export const listShowings = get('showings').gives<Showing[]>();

export const askShowing = post('showings')
  .takes<{ readonly clientId: string; readonly listingKey: string; readonly wish?: string }>()
  .gives<{ readonly id: string }>();

export const proposeTime = post('showings/:id/time')
  .takes<{ readonly startAt: string; readonly withoutAgreement?: boolean }>()
  .gives<object>();

/** When the agent could show it and the home can be seen, the earliest first. */
export const listShowingTimes = get('showings/:id/times').gives<string[]>();

/** Takes the other time that the listing office offers. */
export const acceptOffer = post('showings/:id/acceptance').takes<{ readonly withoutAgreement?: boolean }>().gives<object>();

/** What the listing office said by telephone. */
export const noteAnswer = post('showings/:id/answer').takes<OfficeAnswered>().gives<object>();

/** Asks a listing office once more that has not answered. */
export const remindOffice = post('showings/:id/reminder').gives<object>();

export const cancelShowing = post('showings/:id/cancellation').gives<object>();

export const sendShowing = post('showings/:id/message').gives<{ readonly sentTo: number }>();

/** Whether the agent's showings can be subscribed to from a calendar. */
export const getOwnCalendar = get('calendar').gives<{ readonly isOpen: boolean }>();

/** Makes the address under which the agent's showings are subscribed to; the one before leads nowhere any more. */
export const openOwnCalendar = post('calendar').gives<{ readonly url: string }>();

export const closeOwnCalendar = remove('calendar').gives<object>();
