import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { changeHeldHome, getToday, heldHomes, noteLooked, passMessage } from '@perambula/contract';
import type { HeldHome, Today } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';
import type { Change } from '../../shared/queryKeys.js';

const todayKeys = queryKeys('today', {
  staleBy: [...MARKET_CHANGES, 'visit', 'reaction', 'showing', 'mail', 'client', 'task'],
});

export function useToday() {
  return useQuery({ queryKey: todayKeys.all, queryFn: () => ask(getToday) });
}

/** How many things of a day wait for an answer. */
export function waitingIn({ written, asked, held, failed }: Today): number {
  return written.length + asked.length + held.length + failed.length;
}

/** How many things wait for the agent's answer. */
export function useTodayCount(): number {
  const today = useToday().data;
  return today ? waitingIn(today) : 0;
}

function useTodayChange<T>(what: Change, change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => makeStale(client, what),
  });
}

export const useLooked = () => useTodayChange('visit', () => ask(noteLooked));
export const usePass = () =>
  useTodayChange('mail', ({ id, send }: { id: string; send: boolean }) => ask(passMessage, { at: { id }, body: { send } }));

const heldKeys = queryKeys('held', { staleBy: ['mail'] }, { of: (messageId: string) => [messageId] });

export function useHeldHomes(messageId: string) {
  return useQuery({ queryKey: heldKeys.of(messageId), queryFn: () => ask(heldHomes, { at: { id: messageId } }) });
}

export function useChangeHeldHome(messageId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ listingKey, words, isLeftOut }: HeldHome) =>
      ask(changeHeldHome, { at: { id: messageId, key: listingKey }, body: { words, isLeftOut } }),
    onSuccess: async (homes) => {
      client.setQueryData(heldKeys.of(messageId), homes);
      await makeStale(client, 'mail');
    },
  });
}
