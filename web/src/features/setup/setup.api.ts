import { useMutation, useQuery } from '@tanstack/react-query';
import { getSetup, sendTestMessage } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useSetup() {
  return useQuery({ queryKey: ['setup'], queryFn: () => ask(getSetup) });
}

/** Sends a message to the administrator themselves. */
export function useTestMessage() {
  return useMutation({ mutationFn: () => ask(sendTestMessage) });
}
