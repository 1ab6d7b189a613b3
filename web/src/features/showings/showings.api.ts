import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Showing } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useShowings() {
  return useQuery({ queryKey: ['showings'], queryFn: () => ask<Showing[]>('showings') });
}

function useShowingChange<T, R = unknown>(change: (input: T) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () =>
      Promise.all(['showings', 'today', 'clients', 'mailbox'].map((key) => client.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useAskShowing = () =>
  useShowingChange((body: { clientId: string; listingKey: string; wish?: string }) => ask<{ id: string }>('showings', { body }));
export const useProposeTime = (id: string) =>
  useShowingChange((body: { startAt: string; withoutAgreement?: boolean }) => ask(`showings/${id}/time`, { body }));
export const useCancelShowing = () => useShowingChange((id: string) => ask(`showings/${id}/cancellation`, { method: 'POST' }));
export const useSendShowing = () =>
  useShowingChange((id: string) => ask<{ sentTo: number }>(`showings/${id}/message`, { method: 'POST' }));
