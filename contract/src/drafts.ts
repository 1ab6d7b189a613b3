import type { Search } from '@perambula/core';
import { get, put, remove } from './endpoint.js';

/** A search that was begun, or changed, and not saved. */
export interface Draft {
  readonly id: string;
  readonly clientId: string | null;
  /** The saved search that it changes, and the version of it that was read. */
  readonly searchId: string | null;
  readonly version: number;
  /** Empty while it has none. */
  readonly name: string;
  readonly document: Search;
  /** ISO 8601. */
  readonly updatedAt: string;
}

export const listDrafts = get('drafts').gives<Draft[]>();

export const keepDraft = put('drafts/:id').takes<Omit<Draft, 'id' | 'updatedAt'>>().gives<Draft>();

export const removeDraft = remove('drafts/:id').gives<object>();
