import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Agent } from '@perambula/contract';
import { getAgent, getDemoAccount, makeFirstAgent, signIn, signOut } from '@perambula/contract';
import { deployment, setDeployment } from '../../shared/deployment.js';
import { ask } from '../../shared/http.js';
import { forgetDays } from '../day/index.js';
import { queryKeys } from '../../shared/queryKeys.js';

const sessionKeys = queryKeys('session', { staleBy: [] });
const demoAccountKeys = queryKeys('demoAccount', { staleBy: [] });

/** What the first account is made of. */
export type FirstAccount = Omit<Agent, 'id' | 'role'> & { readonly code: string; readonly password: string };

export function useAgent() {
  return useQuery({ queryKey: sessionKeys.all, queryFn: () => ask(getAgent), staleTime: Infinity });
}

export function useDemoAccount() {
  return useQuery({
    queryKey: demoAccountKeys.all,
    queryFn: () => ask(getDemoAccount),
  });
}

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { email: string; password: string }) => ask(signIn, { body }),
    onSuccess: (agent) => client.setQueryData(sessionKeys.all, agent),
  });
}

/** Makes the first account of a copy that has none, and is signed in to it. */
export function useMakeFirst() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: FirstAccount) => ask(makeFirstAgent, { body }),
    onSuccess: (agent) => {
      setDeployment({ ...deployment(), isNew: false });
      client.setQueryData(sessionKeys.all, agent);
    },
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask(signOut),
    onSuccess: async () => {
      client.clear();
      // whoever uses this browser next finds no client of theirs in it; a browser that keeps nothing has nothing to forget
      await forgetDays().catch(() => undefined);
      window.location.assign('/');
    },
  });
}
