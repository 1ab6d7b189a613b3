import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  addPerson,
  archiveClient,
  askToConfirm,
  changeClient,
  changeHours,
  changePerson,
  createClient,
  deleteClient,
  exportContacts,
  forgetPerson,
  getClient,
  leaveHousehold,
  listClients,
  mergeClients,
  personData,
  takeContacts,
  withdrawLinks,
} from '@perambula/contract';
import type { ClientChange, ContactHousehold, NewPerson, PersonChange } from '@perambula/contract';
import type { Hours } from '@perambula/core';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

/** Everybody's file. */
const clientKeys = queryKeys(
  'clients',
  { staleBy: ['clock', 'visit', 'reaction', 'showing', 'mail', 'client', 'search', 'alert', 'shortlist', 'task'] },
  { one: (id: string | null | undefined) => [id], away: () => ['away'] },
);

/** What a file of contacts holds. */
export const contactKeys = queryKeys(
  'contacts',
  { staleBy: [] },
  { of: (name: string, size: number, at: number) => [name, size, at] },
);

export function useClients() {
  return useQuery({ queryKey: clientKeys.all, queryFn: () => ask(listClients, { query: {} }) });
}

/** The files put away. */
export function useArchivedClients(wanted: boolean) {
  return useQuery({
    queryKey: clientKeys.away(),
    queryFn: () => ask(listClients, { query: { archived: 'true' } }),
    enabled: wanted,
  });
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
  useClientChange((body: ClientChange) => ask(changeClient, { at: { id: clientId }, body }));

export const useChangePerson = (clientId: string, personId: string) =>
  useClientChange((body: PersonChange) => ask(changePerson, { at: { id: clientId, personId }, body }));
export const useForgetPerson = (clientId: string) =>
  useClientChange((personId: string) => ask(forgetPerson, { at: { id: clientId, personId } }));
export const usePersonData = (clientId: string) =>
  useMutation({ mutationFn: (personId: string) => ask(personData, { at: { id: clientId, personId } }) });
export const useChangeHours = (clientId: string) =>
  useClientChange((body: Hours) => ask(changeHours, { at: { id: clientId }, body }));
export const useArchive = (clientId: string) =>
  useClientChange((archived: boolean) => ask(archiveClient, { at: { id: clientId }, body: { archived } }));
export const useMerge = (clientId: string) =>
  useClientChange((otherId: string) => ask(mergeClients, { at: { id: clientId }, body: { otherId } }));
export const useDeleteClient = (clientId: string) => useClientChange(() => ask(deleteClient, { at: { id: clientId } }));
export const useTakeContacts = () =>
  useClientChange((households: readonly ContactHousehold[]) => ask(takeContacts, { body: { households } }));
export const useExportContacts = () =>
  useMutation({ mutationFn: (as: 'vcard' | 'csv') => ask(exportContacts, { query: { as } }) });
