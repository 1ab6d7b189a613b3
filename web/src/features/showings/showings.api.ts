import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  acceptOffer,
  askShowing,
  cancelShowing,
  closeOwnCalendar,
  getOwnCalendar,
  listShowings,
  listShowingTimes,
  noteAnswer,
  openOwnCalendar,
  proposeTime,
  remindOffice,
  sendShowing,
} from '@perambula/contract';
import type { OfficeAnswered } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const showingKeys = queryKeys(
  'showings',
  { staleBy: ['clock', 'showing'] },
  { times: (id: string) => ['times', id], calendar: () => ['calendar'] },
);

export function useShowings() {
  return useQuery({ queryKey: showingKeys.all, queryFn: () => ask(listShowings) });
}

/** When the agent could show it and the home can be seen. */
export function useShowingTimes(id: string) {
  return useQuery({ queryKey: showingKeys.times(id), queryFn: () => ask(listShowingTimes, { at: { id } }) });
}

export function useOwnCalendar() {
  return useQuery({ queryKey: showingKeys.calendar(), queryFn: () => ask(getOwnCalendar) });
}

export const useOpenCalendar = () => useShowingChange(() => ask(openOwnCalendar));
export const useCloseCalendar = () => useShowingChange(() => ask(closeOwnCalendar));

function useShowingChange<T, R = unknown>(change: (input: T) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => makeStale(client, 'showing'),
  });
}

export const useAskShowing = () =>
  useShowingChange((body: { clientId: string; listingKey: string; wish?: string }) => ask(askShowing, { body }));
export const useProposeTime = (id: string) =>
  useShowingChange((body: { startAt: string; withoutAgreement?: boolean }) => ask(proposeTime, { at: { id }, body }));
export const useAcceptOffer = (id: string) =>
  useShowingChange((body: { withoutAgreement?: boolean }) => ask(acceptOffer, { at: { id }, body }));
export const useNoteAnswer = (id: string) => useShowingChange((body: OfficeAnswered) => ask(noteAnswer, { at: { id }, body }));
export const useRemindOffice = () => useShowingChange((id: string) => ask(remindOffice, { at: { id } }));
export const useCancelShowing = () => useShowingChange((id: string) => ask(cancelShowing, { at: { id } }));
export const useSendShowing = () => useShowingChange((id: string) => ask(sendShowing, { at: { id } }));
