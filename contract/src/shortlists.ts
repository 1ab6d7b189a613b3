import type { NewsSince, ShownTo } from '@perambula/core';
import { get, patch, post, put, remove } from './endpoint.js';
import type { Reaction } from './portal.js';

/** How far a home got. Asked, booked and seen come of its showings by themselves. */
export const STAGES = ['considering', 'asked', 'booked', 'seen', 'offer', 'dropped'] as const;
export type Stage = (typeof STAGES)[number];

/** The later listing of a home whose listing is over. */
export interface ListedAnew {
  readonly listingKey: string;
  readonly price: number;
}

export interface ShortlistItem {
  readonly id: string;
  readonly listingKey: string;
  readonly note: string;
  readonly stage: Stage;
  /** Why it was dropped; "" where nothing was said. */
  readonly why: string;
  /** Its place in the household's own order, from 0; null where they gave it none. */
  readonly ownPosition: number | null;
  readonly addedAt: string;
  readonly sinceAdded: NewsSince;
  /** When the household was told of it last, and what is different since; null where they never were. */
  readonly sentAt: string | null;
  readonly sinceSent: NewsSince | null;
  /** Its open houses to come, ISO 8601. */
  readonly openHouses: readonly string[];
  readonly listing: ShownTo<'agent'>;
  /** Where its listing is over: a later one of the same home that is offered now. */
  readonly anew: ListedAnew | null;
  readonly reactions: readonly Reaction[];
}

export interface Shortlist {
  readonly id: string;
  /** Whose it is; null where it is the agent's own. */
  readonly clientId: string | null;
  readonly clientName: string | null;
  readonly name: string;
  /** Since when the household finds its homes in their portal, ISO 8601; null where they do not. */
  readonly sharedAt: string | null;
  /** Since when it is put away, ISO 8601; null where it is not. */
  readonly archivedAt: string | null;
  readonly items: readonly ShortlistItem[];
}

export const listShortlists = get('shortlists').gives<Shortlist[]>();

export const getShortlist = get('shortlists/:id').gives<Shortlist>();

export const createShortlist = post('shortlists')
  .takes<{ readonly clientId: string | null; readonly name: string; readonly listingKeys: readonly string[] }>()
  .gives<Shortlist>();

export const addToShortlist = post('shortlists/:id/items')
  .takes<{ readonly listingKeys: readonly string[] }>()
  .gives<Shortlist>();

export const changeItem = patch('shortlists/:id/items/:itemId')
  .takes<{ readonly note?: string; readonly stage?: Stage; readonly why?: string }>()
  .gives<Shortlist>();

export const removeItem = remove('shortlists/:id/items/:itemId').gives<Shortlist>();

/** Puts a home that was taken off back to where it was. */
export const restoreItem = post('shortlists/:id/items/:itemId/restore').gives<Shortlist>();

/** Names a shortlist anew, puts it away (what is put away is in no portal), takes it out again, or gives the agent's own to a client. */
export const changeShortlist = patch('shortlists/:id')
  .takes<{ readonly name?: string; readonly archived?: boolean; readonly clientId?: string }>()
  .gives<Shortlist>();

/** A second one with the same homes and notes, in their order. */
export const copyShortlist = post('shortlists/:id/copy').takes<{ readonly name: string }>().gives<Shortlist>();

/** Moves the homes of another of the same client's, or of the agent's own, to the end of this one, and deletes the other. */
export const mergeShortlists = post('shortlists/:id/merge').takes<{ readonly otherId: string }>().gives<Shortlist>();

/** It can be brought back for thirty days. */
export const removeShortlist = remove('shortlists/:id').gives<object>();

/** Brings back one that was deleted, or made part of another: its homes come back from there as they are now. */
export const restoreShortlist = post('shortlists/:id/restore').gives<Shortlist>();

/** Puts the homes that are not dropped into the household's portal, those that come later, too; or takes them out. */
export const shareShortlist = put('shortlists/:id/sharing').takes<{ readonly shared: boolean }>().gives<Shortlist>();

export const reorderItems = put('shortlists/:id/order').takes<{ readonly itemIds: readonly string[] }>().gives<Shortlist>();
