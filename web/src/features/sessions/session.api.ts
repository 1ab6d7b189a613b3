import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Agent } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useAgent() {
  return useQuery({ queryKey: ['session'], queryFn: () => ask<Agent>('session'), staleTime: Infinity });
}

export function useDemoAccount() {
  return useQuery({
    queryKey: ['demoAccount'],
    queryFn: () => ask<{ account: { email: string; password: string } | null }>('session/demo'),
  });
}

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { email: string; password: string }) => ask<Agent>('session', { body }),
    onSuccess: (agent) => client.setQueryData(['session'], agent),
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask('session', { method: 'DELETE' }),
    onSuccess: () => {
      client.clear();
      window.location.assign('/');
    },
  });
}
