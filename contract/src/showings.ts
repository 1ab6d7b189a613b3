import { get, post } from './endpoint.js';

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
  /** Proposed: the listing office was asked for the time, and has not answered yet. */
  readonly state: 'asked' | 'proposed' | 'confirmed' | 'refused' | 'canceled';
  readonly startAt: string | null;
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

export const cancelShowing = post('showings/:id/cancellation').gives<object>();

export const sendShowing = post('showings/:id/message').gives<{ readonly sentTo: number }>();
