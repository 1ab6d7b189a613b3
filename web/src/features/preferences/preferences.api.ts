import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getPreferences, setPreferences } from '@perambula/contract';
import type { Preferences } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const preferenceKeys = queryKeys('preferences', { staleBy: [] });

/** How the agent likes things shown. */
export function usePreferences() {
  return useQuery({ queryKey: preferenceKeys.all, queryFn: () => ask(getPreferences), staleTime: Infinity });
}

/** Shown at once, and kept for the agent at every desk. */
export function useSetPreferences() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Preferences) => ask(setPreferences, { body }),
    onMutate: (next) => client.setQueryData(preferenceKeys.all, next),
    onError: () => client.invalidateQueries({ queryKey: preferenceKeys.all }),
  });
}
