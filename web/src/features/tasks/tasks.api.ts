import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { addTask, changeTask, listTasks, removeTask } from '@perambula/contract';
import type { NewTask, Repeats } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const taskKeys = queryKeys('tasks', { staleBy: ['clock', 'client', 'task', 'visit'] });

export function useTasks() {
  return useQuery({ queryKey: taskKeys.all, queryFn: () => ask(listTasks) });
}

function useTaskChange<T>(change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => makeStale(client, 'task') });
}

interface Change {
  readonly id: string;
  readonly done?: boolean;
  readonly dueOn?: string | null;
  readonly repeats?: Repeats | null;
}

export const useAddTask = () => useTaskChange((body: NewTask) => ask(addTask, { body }));
export const useChangeTask = () => useTaskChange(({ id, ...body }: Change) => ask(changeTask, { at: { id }, body }));
export const useRemoveTask = () => useTaskChange((id: string) => ask(removeTask, { at: { id } }));
