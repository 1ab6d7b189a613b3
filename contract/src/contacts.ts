import type { NewPerson } from './clients.js';
import { get, post } from './endpoint.js';

/** What would become of a household read from a file. */
export type ContactFate =
  | { readonly is: 'new' }
  /** Some of its people are added to a file that has the others. */
  | { readonly is: 'added'; readonly clientId: string; readonly client: string }
  | { readonly is: 'known'; readonly client: string };

export interface ContactHousehold {
  readonly name: string;
  readonly people: readonly NewPerson[];
  readonly notes: string;
}

export interface ContactsRead {
  readonly households: readonly (ContactHousehold & { readonly fate: ContactFate })[];
  /** What could not be read: a line or card of the file, from 1, and why. */
  readonly refused: readonly { readonly at: number; readonly reason: string }[];
}

/** The most households that are taken from a file at once. */
export const MOST_HOUSEHOLDS = 500;

/** What a file of contacts holds, vCard or CSV, and what would become of it; nothing is kept. */
export const readContacts = post('contacts/read').takesText().gives<ContactsRead>();

/** Opens files for households, or adds their people to the files that know some of them. */
export const takeContacts = post('contacts')
  .takes<{ readonly households: readonly ContactHousehold[] }>()
  .gives<{ readonly opened: number; readonly added: number }>();

/** Everybody in the agent's files, as vCard 4 or CSV. */
export const exportContacts = get('contacts').takes<{ readonly as: 'vcard' | 'csv' }>().givesFile();
