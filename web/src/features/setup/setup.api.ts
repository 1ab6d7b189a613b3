import { useMutation, useQuery } from '@tanstack/react-query';
import { getSetup, sendTestMessage } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const setupKeys = queryKeys('setup', { staleBy: [] });

export function useSetup() {
  return useQuery({ queryKey: setupKeys.all, queryFn: () => ask(getSetup) });
}

/** Sends a message to the administrator themselves. */
export function useTestMessage() {
  return useMutation({ mutationFn: () => ask(sendTestMessage) });
}
