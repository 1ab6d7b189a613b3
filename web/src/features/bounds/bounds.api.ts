import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { changeBound, foreseeBound, keepBound, listBounds, removeBound } from '@perambula/contract';
import type { BoundKept } from '@perambula/contract';
import type { DrawnShape } from '@perambula/core';
import { ask } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const boundKeys = queryKeys(
  'bounds',
  { staleBy: [...MARKET_CHANGES, 'bound'] },
  // counted over the listings as they stand
  { effect: (id: string, shape: DrawnShape) => [id, 'effect', shape] },
);

/** The bounds that the agent keeps by name. */
export function useKeptBounds() {
  return useQuery({ queryKey: boundKeys.all, queryFn: () => ask(listBounds) });
}

type Kept = BoundKept & { readonly id: string | null };

/** Keeps a bound; one without an id is new, any other changes in every search that has it. */
export function useKeepBound() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: Kept) => (id ? ask(changeBound, { at: { id }, body }) : ask(keepBound, { body })),
    onSuccess: () => makeStale(client, 'bound'),
  });
}

export function useRemoveBound() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask(removeBound, { at: { id } }),
    onSuccess: () => makeStale(client, 'bound'),
  });
}

/** What another shape of a kept bound would do to the saved searches that have it. */
export function useBoundEffect(id: string, shape: DrawnShape) {
  return useQuery({
    queryKey: boundKeys.effect(id, shape),
    queryFn: ({ signal }) => ask(foreseeBound, { at: { id }, body: { shape }, signal }),
  });
}
