import type { Search } from '@perambula/core';
import { get, post, put, remove } from './endpoint.js';

/** One of an agent's usual ways to start a search. */
export interface StartingSet {
  readonly id: string;
  readonly name: string;
  readonly document: Search;
  /** Whether new searches begin with it. */
  readonly isDefault: boolean;
}

export const listStartingSets = get('starting-sets').gives<StartingSet[]>();

export const createStartingSet = post('starting-sets').takes<Omit<StartingSet, 'id'>>().gives<StartingSet>();

export const changeStartingSet = put('starting-sets/:id').takes<Omit<StartingSet, 'id'>>().gives<StartingSet>();

export const removeStartingSet = remove('starting-sets/:id').gives<object>();
