import { get, post } from './endpoint.js';

export interface MailSummary {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly sentAt: string;
}

/** Some of an agent's messages, the newest first. */
export interface MailPage {
  readonly messages: readonly MailSummary[];
  /** From where the next older ones go on; null when there are none. */
  readonly older: string | null;
}

export interface MailMessage extends MailSummary {
  readonly text: string;
  readonly headers: readonly (readonly [string, string])[];
}

/** How many of our messages a report said to have come back. */
export interface Bounced {
  readonly taken: number;
}

/** A message of the agent's outbox. */
export interface OutboxEntry {
  readonly id: string;
  readonly to: string;
  readonly clientName: string;
  readonly subject: string;
  readonly state: 'held' | 'queued' | 'sent' | 'failed' | 'dropped';
  readonly createdAt: string;
  readonly lastError: string | null;
}

export const listMail = get('mailbox').takes<{ readonly from?: string }>().gives<MailPage>();

export const getMail = get('mailbox/:id').gives<MailMessage>();

/** Lets a message go that waits for its agent, or does not send it; puts one aside that could not be sent. */
export const passMessage = post('outbox/:id/pass').takes<{ readonly send: boolean }>().gives<object>();
