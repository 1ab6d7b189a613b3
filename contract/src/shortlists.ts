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

export const reorderItems = put('shortlists/:id/order').takes<{ readonly itemIds: readonly string[] }>().gives<Shortlist>();
