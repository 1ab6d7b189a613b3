import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getAgent, getDemoAccount, signIn, signOut } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useAgent() {
  return useQuery({ queryKey: ['session'], queryFn: () => ask(getAgent), staleTime: Infinity });
}

export function useDemoAccount() {
  return useQuery({
    queryKey: ['demoAccount'],
    queryFn: () => ask(getDemoAccount),
  });
}

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { email: string; password: string }) => ask(signIn, { body }),
    onSuccess: (agent) => client.setQueryData(['session'], agent),
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask(signOut),
    onSuccess: () => {
      client.clear();
      window.location.assign('/');
    },
  });
}
