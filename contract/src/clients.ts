import type { SavedSearch } from './searches.js';

export interface Agent {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly officeName: string;
  readonly postalAddress: string;
  readonly licenseNumber: string;
  /** An administrator sees to the feed and to what holds for the whole office. */
  readonly role: 'administrator' | 'agent';
}

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly confirmedAt: string | null;
  readonly confirmationSentAt: string | null;
  readonly stoppedAt: string | null;
}

export interface Agreement {
  /** ISO dates, both included. */
  readonly from: string;
  readonly until: string;
  readonly scope: string;
}

export interface ClientSummary {
  readonly id: string;
  readonly name: string;
  readonly people: readonly Person[];
  readonly agreement: Agreement | null;
  readonly searches: number;
  readonly alerts: number;
}

export interface ClientFile extends ClientSummary {
  readonly notes: string;
  readonly savedSearches: readonly SavedSearch[];
  readonly shortlists: readonly {
    readonly id: string;
    readonly name: string;
    readonly homes: number;
    readonly keys: readonly string[];
  }[];
  readonly lately: readonly Happening[];
}

/** One entry of a file's timeline. */
export interface Happening {
  readonly at: string;
  readonly text: string;
  readonly listingKey: string | null;
}

export interface Task {
  readonly id: string;
  readonly clientId: string | null;
  readonly clientName: string | null;
  readonly text: string;
  readonly dueOn: string | null;
  readonly doneAt: string | null;
}

export interface ShortlistItem {
  readonly id: string;
  readonly listingKey: string;
  readonly note: string;
  readonly stage: Stage;
  readonly addedAt: string;
  readonly priceWhenAdded: number;
  readonly statusWhenAdded: string;
  readonly listing: Readonly<Record<string, unknown>>;
  readonly reactions: readonly Reaction[];
}

export const STAGES = ['considering', 'seen', 'offer', 'dropped'] as const;
export type Stage = (typeof STAGES)[number];

export interface Shortlist {
  readonly id: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly name: string;
  readonly items: readonly ShortlistItem[];
}

export const VERDICTS = ['like', 'unsure', 'notForUs'] as const;
export type Verdict = (typeof VERDICTS)[number];

export interface Reaction {
  readonly person: string;
  readonly verdict: Verdict;
  readonly note: string;
  readonly at: string;
}

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
  readonly state: 'asked' | 'confirmed' | 'refused' | 'canceled';
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
