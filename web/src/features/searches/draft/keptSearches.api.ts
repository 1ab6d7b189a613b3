import { skipToken, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  changeStartingSet,
  compareSearches,
  createStartingSet,
  keepDraft,
  listDrafts,
  listStartingSets,
  listStates,
  removeDraft,
  removeStartingSet,
} from '@perambula/contract';
import type { Draft, StartingSet } from '@perambula/contract';
import type { ComparedPartName, Search } from '@perambula/core';
import { ask } from '../../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../../shared/queryKeys.js';
import { STARTING_SEARCH } from './draft.js';
import { savedSearchKeys } from './searches.api.js';

const startingSetKeys = queryKeys('startingSets', { staleBy: ['startingSet'] });
export const draftKeys = queryKeys('drafts', { staleBy: ['draft'] });
const comparisonKeys = queryKeys(
  'comparison',
  { staleBy: MARKET_CHANGES },
  { of: (a: Search | undefined, b: Search | undefined, part: ComparedPartName) => [a, b, part] },
);

/** The agent's usual ways to start. */
export function useStartingSets() {
  return useQuery({ queryKey: startingSetKeys.all, queryFn: () => ask(listStartingSets), staleTime: 60_000 });
}

/** What a new search begins with: the agent's default, or what the application has. */
export function useStartingSearch(): Search {
  return useStartingSets().data?.find(({ isDefault }) => isDefault)?.document ?? STARTING_SEARCH;
}

/** Saves a starting set; one without an id is new. */
export function useSaveStartingSet() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: Omit<StartingSet, 'id'> & { readonly id: string | null }) =>
      id ? ask(changeStartingSet, { at: { id }, body }) : ask(createStartingSet, { body }),
    onSuccess: () => makeStale(client, 'startingSet'),
  });
}

export function useRemoveStartingSet() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask(removeStartingSet, { at: { id } }),
    onSuccess: () => makeStale(client, 'startingSet'),
  });
}

/** Drafts that were removed here: an answer on its way may still hold them. */
const removed = new Set<string>();
/** They are kept and removed one after the other, so that one removed is not kept by what was sent before. */
const IN_TURN = { id: 'drafts' };

/** What was left unfinished, the newest first. */
export function useDrafts() {
  return useQuery({
    queryKey: draftKeys.all,
    queryFn: async () => (await ask(listDrafts)).filter(({ id }) => !removed.has(id)),
  });
}

export function useKeepDraft() {
  const client = useQueryClient();
  return useMutation({
    scope: IN_TURN,
    mutationFn: ({ id, ...body }: Omit<Draft, 'updatedAt'>) => ask(keepDraft, { at: { id }, body }),
    onMutate: ({ id }) => void removed.delete(id),
    onSuccess: () => makeStale(client, 'draft'),
  });
}

export function useRemoveDraft() {
  const client = useQueryClient();
  return useMutation({
    scope: IN_TURN,
    mutationFn: (id: string) => ask(removeDraft, { at: { id } }),
    onMutate: (id) => {
      removed.add(id);
      client.setQueryData<Draft[]>(draftKeys.all, (drafts) => drafts?.filter((draft) => draft.id !== id));
    },
    onSuccess: () => makeStale(client, 'draft'),
  });
}

/** A search as it was saved each time, the newest first. */
export function useStates(searchId: string | null, wanted: boolean) {
  return useQuery({
    queryKey: savedSearchKeys.states(searchId),
    queryFn: () => ask(listStates, { at: { id: searchId ?? '' } }),
    enabled: wanted && searchId !== null,
  });
}

const MOST_COMPARED = 200;

/** What only one of two searches finds and what both do, and the homes of one part. */
export function useComparison(a: Search | undefined, b: Search | undefined, part: ComparedPartName) {
  return useQuery({
    queryKey: comparisonKeys.of(a, b, part),
    queryFn: a && b ? () => ask(compareSearches, { body: { a, b, part, limit: MOST_COMPARED } }) : skipToken,
    structuralSharing: false,
  });
}
