import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { askShowing, cancelShowing, listShowings, proposeTime, sendShowing } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const showingKeys = queryKeys('showings', { staleBy: ['clock', 'showing'] });

export function useShowings() {
  return useQuery({ queryKey: showingKeys.all, queryFn: () => ask(listShowings) });
}

function useShowingChange<T, R = unknown>(change: (input: T) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => makeStale(client, 'showing'),
  });
}

export const useAskShowing = () =>
  useShowingChange((body: { clientId: string; listingKey: string; wish?: string }) => ask(askShowing, { body }));
export const useProposeTime = (id: string) =>
  useShowingChange((body: { startAt: string; withoutAgreement?: boolean }) => ask(proposeTime, { at: { id }, body }));
export const useCancelShowing = () => useShowingChange((id: string) => ask(cancelShowing, { at: { id } }));
export const useSendShowing = () => useShowingChange((id: string) => ask(sendShowing, { at: { id } }));
