import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Agreement, ClientFile, ClientSummary } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useClients() {
  return useQuery({ queryKey: ['clients'], queryFn: () => ask<ClientSummary[]>('clients') });
}

export function useFile(clientId: string | null | undefined) {
  return useQuery({
    queryKey: ['clients', clientId],
    queryFn: () => ask<ClientFile>(`clients/${clientId}`),
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

export interface NewPerson {
  readonly name: string;
  readonly email: string;
  readonly phone?: string;
}

export const useCreateClient = () =>
  useClientChange((body: { name: string; people: readonly NewPerson[] }) => ask<{ id: string }>('clients', { body }));
export const useAddPerson = (clientId: string) =>
  useClientChange((body: NewPerson) => ask(`clients/${clientId}/people`, { body }));
export const useAskToConfirm = (clientId: string) =>
  useClientChange((personId: string) => ask(`clients/${clientId}/people/${personId}/confirmation`, { method: 'POST' }));
export const useWithdrawLinks = (clientId: string) =>
  useClientChange((personId: string) => ask(`clients/${clientId}/people/${personId}/links`, { method: 'DELETE' }));
export const useLeave = (clientId: string) =>
  useClientChange((personId: string) => ask(`clients/${clientId}/people/${personId}`, { method: 'DELETE' }));
export const useChangeClient = (clientId: string) =>
  useClientChange((body: { name?: string; notes?: string; agreement?: Agreement | null }) =>
    ask(`clients/${clientId}`, { method: 'PATCH', body }),
  );
