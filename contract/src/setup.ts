import { get, post } from './endpoint.js';

/** What a copy works with, for its administrator. */
export interface Setup {
  readonly mail: {
    /** The mail server, without its sign-in. */
    readonly server: string;
    readonly from: string;
    /** Why messages are not taken there; null where they are, or none was sent yet. */
    readonly failure: string | null;
    /** Whether messages that come back are handed on. */
    readonly takesBounces: boolean;
  };
  /** Where the public record comes from: the assessor's file, the demo's county, or nowhere. */
  readonly record: {
    readonly from: 'file' | 'county' | null;
    /** How many parcels the file told of; null before it was read. */
    readonly parcels: number | null;
    /** How many of its rows were set aside, and the first reasons. */
    readonly refused: number;
    readonly reasons: readonly string[];
    /** Why the file as a whole could not be read; what an earlier one said is kept. */
    readonly failure: string | null;
  };
  /** The files of the county's folder: what each is for, and whether it is there. */
  readonly files: readonly { readonly name: string; readonly isFor: string; readonly isThere: boolean }[];
}

export const getSetup = get('setup').gives<Setup>();

/** Sends the administrator a message, to see that mail arrives. */
export const sendTestMessage = post('setup/message').gives<{ readonly to: string }>();
