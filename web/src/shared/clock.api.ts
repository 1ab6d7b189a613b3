import { useQuery } from '@tanstack/react-query';
import { getClock } from '@perambula/contract';
import { ask } from './http.js';
import { queryKeys } from './queryKeys.js';

const clockKeys = queryKeys('clock', { staleBy: ['clock'] });

/** The application's time, kept fresh. */
export function useClock() {
  return useQuery({ queryKey: clockKeys.all, queryFn: () => ask(getClock), refetchInterval: 30_000 });
}

/** The application's time, or this machine's until it is known. */
export function useNow(): string {
  return useClock().data?.now ?? new Date().toISOString();
}
