import { get, post, put } from './endpoint.js';
import type { OutboxEntry } from './mail.js';

/** A message that was written to a client or a listing office, and what became of it. */
export interface SentMessage extends OutboxEntry {
  /** Null where it went to a listing office. */
  readonly clientId: string | null;
  readonly toAddress: string;
  readonly kind: 'confirmation' | 'digest' | 'choice' | 'showing' | 'office' | 'answer' | 'agent' | 'code';
  /** ISO 8601; null until the mail server took it. */
  readonly sentAt: string | null;
  /** While it waits for the end of its reader's quiet hours, until when, ISO 8601. */
  readonly notBefore: string | null;
  /** When its reader followed its link first, ISO 8601; null where they did not, or do not let their visits be counted. */
  readonly openedAt: string | null;
  /** Whether it can be sent once more. */
  readonly canGoAgain: boolean;
}

export interface SentPage {
  /** The newest first. */
  readonly messages: readonly SentMessage[];
  /** From where the older ones go on; null when there are none. */
  readonly older: string | null;
}

export const SENT_FILTERS = ['all', 'waiting', 'notSent', 'opened', 'unopened'] as const;
export type SentFilter = (typeof SENT_FILTERS)[number];

/** All that went out, or what of it went to one client. */
export const listSent = get('sent')
  .takes<{ readonly clientId?: string; readonly which?: SentFilter; readonly from?: string }>()
  .gives<SentPage>();

/** One message with its plain text, and the homes that it tells of; its HTML is `outbox/:id/body`. */
export interface SentLetter extends SentMessage {
  readonly text: string;
  readonly homes: readonly { readonly listingKey: string; readonly address: string }[];
}

export const getSent = get('sent/:id').gives<SentLetter>();

/** Sends a message once more, as it was. */
export const sendAgain = post('sent/:id/again').gives<{ readonly id: string }>();

/** Whether the agent hears each morning by e-mail what went out and what came of it. */
export interface OwnDigest {
  readonly isWanted: boolean;
}

export const getOwnDigest = get('digest').gives<OwnDigest>();

export const setOwnDigest = put('digest').takes<OwnDigest>().gives<OwnDigest>();
