import type { Outlook, Search } from '@perambula/core';
import { get } from './endpoint.js';

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
