import type { Outlook, Search, WithinReach } from '@perambula/core';
import { get, post } from './endpoint.js';

/** How homes like a home fared, and what that lets one expect of it. */
export interface OutlookAnswer {
  /** The homes alike that it rests on: what they share, and the search that finds them; null where the listing has no kind. */
  readonly alike: { readonly said: string; readonly search: Search; readonly total: number } | null;
  /** null where too few are like it to tell. */
  readonly outlook: Outlook | null;
  /** Of the home itself, where it is for sale: the days it has stood at its price, and the chance that this falls within 30. */
  readonly ahead: { readonly stoodFor: number; readonly cutWithin30: number | null } | null;
}

export const getOutlook = get('listings/:key/outlook').gives<OutlookAnswer>();

/** Of homes that miss a search by its highest price alone, how likely each falls under it within 30 days. */
export interface ReachAnswer {
  /** In dollars; null where the search has none. */
  readonly ceiling: number | null;
  /** The likeliest first; those of which nothing can be told are left out. */
  readonly homes: readonly WithinReach[];
}

export const findWithinReach = post('searches/withinReach').takes<{ readonly search: Search }>().gives<ReachAnswer>();
