import type { Cadence, DrawnShape } from '@perambula/core';
import { get, post, put, remove } from './endpoint.js';

/** Areas that a client or visitor may draw at a time. */
export const MOST_DRAWN = 3;

/** A bound kept by name, to be used in any search. */
export interface KeptBound {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly shape: DrawnShape;
  readonly updatedAt: string;
  /** How many saved searches have it. */
  readonly searches: number;
}

/** What another shape of a kept bound would do to one saved search that has it. */
export interface BoundEffect {
  readonly searchId: string;
  readonly name: string;
  readonly clientName: string | null;
  /** How often the search's running alert writes; null where none does. */
  readonly cadence: Cadence | null;
  /** Homes that fit before and after, and how many come and go. */
  readonly before: number;
  readonly after: number;
  readonly comes: number;
  readonly goes: number;
}

/** What of a kept bound its agent decides. */
export type BoundKept = Pick<KeptBound, 'name' | 'note' | 'shape'>;

export const listBounds = get('bounds').gives<KeptBound[]>();

export const keepBound = post('bounds').takes<BoundKept>().gives<KeptBound>();

export const changeBound = put('bounds/:id').takes<BoundKept>().gives<KeptBound>();

export const foreseeBound = post('bounds/:id/effect').takes<{ readonly shape: DrawnShape }>().gives<BoundEffect[]>();

export const removeBound = remove('bounds/:id').gives<object>();
