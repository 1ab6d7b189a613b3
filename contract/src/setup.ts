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
  /** The files of the county's folder: what each is for, and whether it is there. */
  readonly files: readonly { readonly name: string; readonly isFor: string; readonly isThere: boolean }[];
}

export const getSetup = get('setup').gives<Setup>();

/** Sends the administrator a message, to see that mail arrives. */
export const sendTestMessage = post('setup/message').gives<{ readonly to: string }>();
