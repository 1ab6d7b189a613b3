import { get, post, put } from './endpoint.js';

/** The server's time, ISO 8601, and whether it is a demo's, which can be moved. */
export interface ClockAnswer {
  readonly now: string;
  /** The county's, by its IANA name. */
  readonly zone: string;
  readonly movable: boolean;
}

export const getClock = get('clock').gives<ClockAnswer>();

export const advanceClock = post('demo/clock').takes<{ readonly advance: string }>().gives<object>();

/** How the demo's mail server behaves: takes messages, is away, refuses every address, or takes its time. */
export const MAIL_MANNERS = ['takes', 'isAway', 'refuses', 'isSlow'] as const;
export type MailManner = (typeof MAIL_MANNERS)[number];

export const getMailManner = get('demo/mail').gives<{ readonly manner: MailManner }>();

export const setMailManner = put('demo/mail').takes<{ readonly manner: MailManner }>().gives<{ readonly manner: MailManner }>();

/** What becomes of a message in the demo's mailbox: it comes back, or its reader calls it unwanted. */
export const MAIL_REPORTS = ['bounce', 'complaint'] as const;

export const reportMail = post('mailbox/:id/report').takes<{ readonly kind: (typeof MAIL_REPORTS)[number] }>().gives<object>();
