import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  addPerson,
  askToConfirm,
  changeClient,
  createClient,
  getClient,
  leaveHousehold,
  listClients,
  withdrawLinks,
} from '@perambula/contract';
import type { Agreement, NewPerson } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

/** Everybody's file. */
const clientKeys = queryKeys(
  'clients',
  { staleBy: ['clock', 'visit', 'reaction', 'showing', 'mail', 'client', 'search', 'alert', 'shortlist', 'task'] },
  { one: (id: string | null | undefined) => [id] },
);

export function useClients() {
  return useQuery({ queryKey: clientKeys.all, queryFn: () => ask(listClients) });
}

export function useFile(clientId: string | null | undefined) {
  return useQuery({
    queryKey: clientKeys.one(clientId),
    queryFn: () => ask(getClient, { at: { id: clientId ?? '' } }),
    enabled: !!clientId,
  });
}

function useClientChange<T, R = unknown>(change: (input: T) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => makeStale(client, 'client'),
  });
}

export const useCreateClient = () =>
  useClientChange((body: { name: string; people: readonly NewPerson[] }) => ask(createClient, { body }));
export const useAddPerson = (clientId: string) =>
  useClientChange((body: NewPerson) => ask(addPerson, { at: { id: clientId }, body }));
export const useAskToConfirm = (clientId: string) =>
  useClientChange((personId: string) => ask(askToConfirm, { at: { id: clientId, personId } }));
export const useWithdrawLinks = (clientId: string) =>
  useClientChange((personId: string) => ask(withdrawLinks, { at: { id: clientId, personId } }));
export const useLeave = (clientId: string) =>
  useClientChange((personId: string) => ask(leaveHousehold, { at: { id: clientId, personId } }));
export const useChangeClient = (clientId: string) =>
  useClientChange((body: { name?: string; notes?: string; agreement?: Agreement | null }) =>
    ask(changeClient, { at: { id: clientId }, body }),
  );
