import type { Difference, Gazetteer, Search } from '@perambula/core';
import { get, post } from './endpoint.js';

/** The longest that a client's wish is, in characters. */
export const LONGEST_WISH = 300;

/** What a client would change of a search of theirs, as it was read from their words or drawn. */
export interface Wish {
  /** Lines and bounds of a search document. */
  readonly wish: Pick<Search, 'lines' | 'bounds'>;
  /** Whether what they name comes to what the search asks for already. */
  readonly widens: boolean;
}

/** Homes are counted up to so many. */
export const MOST_WISHED = 200;

/** What a wish would do to a search, of homes that a client may know of; counted up to `MOST_WISHED`. */
export interface WishEffect {
  readonly changes: readonly Difference[];
  readonly adds: number;
  readonly drops: number;
}

/** A wish that waits for the agent: the search as it would be. */
export interface Proposal {
  readonly searchId: string;
  readonly searchName: string;
  readonly changes: readonly Difference[];
  readonly document: Search;
  readonly adds: number;
  readonly drops: number;
}

/** The names that a wish in words can use. */
export const getWishWords = get('portal/words').gives<Pick<Gazetteer, 'choices'>>();

/** What a wish would do, without anybody hearing of it. */
export const tryWish = post('portal/searches/:id/wish').takes<Wish>().gives<WishEffect>();

/** Sends it to the agent, in the client's own words. */
export const proposeWish = post('portal/searches/:id/proposals').takes<Wish & { readonly text: string }>().gives<object>();

/** What a wish that was sent would do to the search as it stands now. */
export const getProposal = get('clients/:id/proposals/:entryId').gives<Proposal>();
