import type { ShownTo } from '@perambula/core';
import { get, patch, post, put, remove } from './endpoint.js';
import type { Reaction } from './portal.js';

export const STAGES = ['considering', 'seen', 'offer', 'dropped'] as const;
export type Stage = (typeof STAGES)[number];

export interface ShortlistItem {
  readonly id: string;
  readonly listingKey: string;
  readonly note: string;
  readonly stage: Stage;
  readonly addedAt: string;
  readonly priceWhenAdded: number;
  readonly statusWhenAdded: string;
  readonly listing: ShownTo<'agent'>;
  readonly reactions: readonly Reaction[];
}

export interface Shortlist {
  readonly id: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly name: string;
  /** Since when the household finds its homes in their portal, ISO 8601; null where they do not. */
  readonly sharedAt: string | null;
  readonly items: readonly ShortlistItem[];
}

export const listShortlists = get('shortlists').gives<Shortlist[]>();

export const getShortlist = get('shortlists/:id').gives<Shortlist>();

export const createShortlist = post('shortlists')
  .takes<{ readonly clientId: string; readonly name: string; readonly listingKeys: readonly string[] }>()
  .gives<Shortlist>();

export const addToShortlist = post('shortlists/:id/items')
  .takes<{ readonly listingKeys: readonly string[] }>()
  .gives<Shortlist>();

export const changeItem = patch('shortlists/:id/items/:itemId')
  .takes<{ readonly note?: string; readonly stage?: Stage }>()
  .gives<Shortlist>();

export const removeItem = remove('shortlists/:id/items/:itemId').gives<Shortlist>();

/** Puts the homes that are not dropped into the household's portal, those that come later, too; or takes them out. */
export const shareShortlist = put('shortlists/:id/sharing').takes<{ readonly shared: boolean }>().gives<Shortlist>();

export const reorderItems = put('shortlists/:id/order').takes<{ readonly itemIds: readonly string[] }>().gives<Shortlist>();
