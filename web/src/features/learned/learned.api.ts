import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getLearned, setLearnedAside } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const learnedKeys = queryKeys(
  'learned',
  { staleBy: [...MARKET_CHANGES, 'reaction', 'search', 'client'] },
  { of: (clientId: string) => [clientId] },
);

/** What a client's answers would change in their searches. */
export function useLearned(clientId: string) {
  return useQuery({ queryKey: learnedKeys.of(clientId), queryFn: () => ask(getLearned, { at: { id: clientId } }) });
}

export function useSetAside(clientId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (key: string) => ask(setLearnedAside, { at: { id: clientId }, body: { key } }),
    onSuccess: () => makeStale(client, 'client'),
  });
}
