import { get, patch, post, remove } from './endpoint.js';
import type { SavedSearch } from './searches.js';

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

/** Somebody new of a household. */
export interface NewPerson {
  readonly name: string;
  readonly email: string;
  readonly phone?: string;
}

export const listClients = get('clients').gives<ClientSummary[]>();

export const getClient = get('clients/:id').gives<ClientFile>();

export const createClient = post('clients')
  .takes<{ readonly name: string; readonly people: readonly NewPerson[] }>()
  .gives<{ readonly id: string }>();

export const changeClient = patch('clients/:id')
  .takes<{ readonly name?: string; readonly notes?: string; readonly agreement?: Agreement | null }>()
  .gives<{ readonly id: string }>();

export const addPerson = post('clients/:id/people').takes<NewPerson>().gives<{ readonly id: string }>();

export const leaveHousehold = remove('clients/:id/people/:personId').gives<object>();

export const askToConfirm = post('clients/:id/people/:personId/confirmation').gives<{ readonly id: string }>();

export const withdrawLinks = remove('clients/:id/people/:personId/links').gives<object>();

/** What the buttons behind the links of messages do. */
export interface PressedButton {
  readonly name: string;
  readonly agent: string;
}

export const confirmAddress = post('confirm').takes<{ readonly token: string }>().gives<PressedButton>();

export const stopMessages = post('stop').takes<{ readonly token: string }>().gives<PressedButton>();

export const askBack = post('stop/undo').takes<{ readonly token: string }>().gives<PressedButton>();
