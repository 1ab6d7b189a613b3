import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { addTask, getToday, noteLooked, passMessage, tickTask } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useToday() {
  return useQuery({ queryKey: ['today'], queryFn: () => ask(getToday) });
}

/** How many things wait for the agent's answer. */
export function useTodayCount(): number {
  const today = useToday().data;
  return today ? today.asked.length + today.held.length + today.failed.length : 0;
}

function useTodayChange<T>(change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => Promise.all(['today', 'clients', 'mailbox'].map((key) => client.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useLooked = () => useTodayChange(() => ask(noteLooked));
export const usePass = () =>
  useTodayChange(({ id, send }: { id: string; send: boolean }) => ask(passMessage, { at: { id }, body: { send } }));
export const useAddTask = () =>
  useTodayChange((body: { text: string; clientId?: string; dueOn?: string }) => ask(addTask, { body }));
export const useTickTask = () =>
  useTodayChange(({ id, done }: { id: string; done: boolean }) => ask(tickTask, { at: { id }, body: { done } }));
