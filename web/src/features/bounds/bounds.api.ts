import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { changeBound, foreseeBound, keepBound, listBounds, removeBound } from '@perambula/contract';
import type { BoundKept } from '@perambula/contract';
import type { DrawnShape } from '@perambula/core';
import { ask } from '../../shared/http.js';

/** The bounds that the agent keeps by name. */
export function useKeptBounds() {
  return useQuery({ queryKey: ['bounds'], queryFn: () => ask(listBounds) });
}

type Kept = BoundKept & { readonly id: string | null };

/** Keeps a bound; one without an id is new, any other changes in every search that has it. */
export function useKeepBound() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: Kept) => (id ? ask(changeBound, { at: { id }, body }) : ask(keepBound, { body })),
    onSuccess: () => Promise.all(['bounds', 'searches'].map((key) => client.invalidateQueries({ queryKey: [key] }))),
  });
}

export function useRemoveBound() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask(removeBound, { at: { id } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['bounds'] }),
  });
}

/** What another shape of a kept bound would do to the saved searches that have it. */
export function useBoundEffect(id: string, shape: DrawnShape) {
  return useQuery({
    queryKey: ['bounds', id, 'effect', shape],
    queryFn: ({ signal }) => ask(foreseeBound, { at: { id }, body: { shape }, signal }),
  });
}
