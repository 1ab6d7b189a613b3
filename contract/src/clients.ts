import type { BusyHours, Hours } from '@perambula/core';
import { get, patch, post, put, remove } from './endpoint.js';
import type { SavedSearch } from './searches.js';

/** How somebody wants to be reached first. */
export const REACH_BY = ['email', 'phone', 'text'] as const;
export type ReachBy = (typeof REACH_BY)[number];

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly reachBy: ReachBy;
  /** Their own, by its IANA name; null where it is the household's. */
  readonly timeZone: string | null;
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
  /** When the file was put away, ISO 8601; null while it is in use. */
  readonly archivedAt: string | null;
  readonly searches: number;
  readonly alerts: number;
}

export interface ClientFile extends ClientSummary {
  readonly notes: string;
  /** Whether they are asked in the evening how the homes were that they saw. */
  readonly asksAfter: boolean;
  /** When they cannot come to see homes. */
  readonly busy: readonly BusyHours[];
  /** When the household may be written to. */
  readonly hours: Hours;
  readonly savedSearches: readonly SavedSearch[];
  readonly shortlists: readonly {
    readonly id: string;
    readonly name: string;
    readonly homes: number;
    readonly keys: readonly string[];
  }[];
}

export interface ClientChange {
  readonly name?: string;
  readonly notes?: string;
  readonly agreement?: Agreement | null;
  readonly asksAfter?: boolean;
  readonly busy?: readonly BusyHours[];
}

/** Spans in which a household cannot come, at most. */
export const MOST_BUSY = 20;

/** Somebody new of a household. */
export interface NewPerson {
  readonly name: string;
  readonly email: string;
  readonly phone?: string;
  /** By its IANA name; left out where it is the household's. */
  readonly timeZone?: string;
}

/** What can be changed of a person. */
export type PersonChange = Partial<Pick<Person, 'name' | 'email' | 'phone' | 'reachBy' | 'timeZone'>>;

/** The files in use; those put away, where `archived` says so. */
export const listClients = get('clients').takes<{ readonly archived?: 'true' }>().gives<ClientSummary[]>();

export const getClient = get('clients/:id').gives<ClientFile>();

export const createClient = post('clients')
  .takes<{ readonly name: string; readonly people: readonly NewPerson[] }>()
  .gives<{ readonly id: string }>();

export const changeClient = patch('clients/:id').takes<ClientChange>().gives<{ readonly id: string }>();

/** When the household may be written to; its alerts follow at once. */
export const changeHours = put('clients/:id/hours').takes<Hours>().gives<object>();

/** Puts a file away, its alerts paused, or takes it out again. */
export const archiveClient = post('clients/:id/archive').takes<{ readonly archived: boolean }>().gives<object>();

/** Moves all that is in another file into this one; the other is gone. */
export const mergeClients = post('clients/:id/merge').takes<{ readonly otherId: string }>().gives<object>();

/** Deletes a file and all that is kept of its people, for good. */
export const deleteClient = remove('clients/:id').gives<object>();

export const addPerson = post('clients/:id/people').takes<NewPerson>().gives<{ readonly id: string }>();

/** Another address is to be confirmed anew. */
export const changePerson = patch('clients/:id/people/:personId').takes<PersonChange>().gives<{ readonly id: string }>();

/** All that is kept of a person, as a JSON file. */
export const personData = get('clients/:id/people/:personId/data').givesFile();

/** Deletes all that is kept of a person, for good. */
export const forgetPerson = remove('clients/:id/people/:personId/data').gives<object>();

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

/** A listing's agent wants to hear no more that somebody is looking for such a home. */
export const stopOffice = post('offices/stop').takes<{ readonly token: string }>().gives<PressedButton>();

export const askBack = post('stop/undo').takes<{ readonly token: string }>().gives<PressedButton>();
