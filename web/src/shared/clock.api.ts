import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { advanceClock, getClock } from '@perambula/contract';
import { ask } from './http.js';

/** The application's time, kept fresh. */
export function useClock() {
  return useQuery({ queryKey: ['clock'], queryFn: () => ask(getClock), refetchInterval: 30_000 });
}

/** The application's time, or this machine's until it is known. */
export function useNow(): string {
  return useClock().data?.now ?? new Date().toISOString();
}

/** Moves the demo's clock; everything is asked for anew afterwards. */
export function useAdvance() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (advance: string) => ask(advanceClock, { body: { advance } }),
    onSuccess: () => client.invalidateQueries(),
  });
}
