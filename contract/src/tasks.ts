import { get, patch, post } from './endpoint.js';

export interface Task {
  readonly id: string;
  readonly clientId: string | null;
  readonly clientName: string | null;
  readonly text: string;
  readonly dueOn: string | null;
  readonly doneAt: string | null;
}

export const listTasks = get('tasks').gives<Task[]>();

export const addTask = post('tasks')
  .takes<{ readonly text: string; readonly clientId?: string; readonly dueOn?: string }>()
  .gives<object>();

export const tickTask = patch('tasks/:id').takes<{ readonly done: boolean }>().gives<object>();
