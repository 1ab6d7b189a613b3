import { get, put } from './endpoint.js';

/** How an agent likes things shown. */
export interface Preferences {
  /** The columns of a table of results, from the left, with their widths in pixels; null for the usual ones. */
  readonly resultColumns: readonly { readonly field: string; readonly width: number }[] | null;
}

export const getPreferences = get('preferences').gives<Preferences>();

export const setPreferences = put('preferences').takes<Preferences>().gives<Preferences>();
