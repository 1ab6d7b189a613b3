import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { addNeed, changeNeed, listNeeds, removeNeed } from '@perambula/contract';
import type { NeedSaid } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const needKeys = queryKeys('needs', { staleBy: ['client'] }, { of: (clientId: string | null) => [clientId] });

/** What a household said that it needs; of nobody, nothing is asked. */
export function useNeeds(clientId: string | null) {
  return useQuery({
    queryKey: needKeys.of(clientId),
    queryFn: () => ask(listNeeds, { at: { id: clientId ?? '' } }),
    enabled: clientId !== null,
  });
}

/** Keeps an answer: one of its own, or in the place of the one that `id` names. */
export function useSayNeed(clientId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: NeedSaid & { readonly id?: string }) =>
      id ? ask(changeNeed, { at: { id: clientId, needId: id }, body }) : ask(addNeed, { at: { id: clientId }, body }),
    onSuccess: () => makeStale(client, 'client'),
  });
}

export function useRemoveNeed(clientId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (needId: string) => ask(removeNeed, { at: { id: clientId, needId } }),
    onSuccess: () => makeStale(client, 'client'),
  });
}
