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

export function useClients() {
  return useQuery({ queryKey: ['clients'], queryFn: () => ask(listClients) });
}

export function useFile(clientId: string | null | undefined) {
  return useQuery({
    queryKey: ['clients', clientId],
    queryFn: () => ask(getClient, { at: { id: clientId ?? '' } }),
    enabled: !!clientId,
  });
}

function useClientChange<T, R = unknown>(change: (input: T) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['clients'] }),
        client.invalidateQueries({ queryKey: ['today'] }),
        client.invalidateQueries({ queryKey: ['mailbox'] }),
      ]),
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
