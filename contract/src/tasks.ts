import { get, patch, post, remove } from './endpoint.js';

/** How often a task comes again (the frequencies of RFC 5545, 3.3.10, that are longer than a day). */
export const REPEATS = ['weekly', 'monthly', 'yearly'] as const;
export type Repeats = (typeof REPEATS)[number];

export interface Task {
  readonly id: string;
  readonly clientId: string | null;
  readonly clientName: string | null;
  /** The home that it is about. */
  readonly home: { readonly listingKey: string; readonly address: string } | null;
  readonly text: string;
  /** The day by which it is to be done, ISO 8601. */
  readonly dueOn: string | null;
  readonly repeats: Repeats | null;
  readonly doneAt: string | null;
}

export interface NewTask {
  readonly text: string;
  readonly clientId?: string;
  readonly listingKey?: string;
  readonly dueOn?: string;
  readonly repeats?: Repeats;
}

/** What is to be done, by its day, then what has none; and what was done lately. */
export const listTasks = get('tasks').gives<Task[]>();

export const addTask = post('tasks').takes<NewTask>().gives<{ readonly id: string }>();

/** Ticks a task off or takes it up again, puts it off, or says how often it comes again. Ticked off, one that repeats comes again. */
export const changeTask = patch('tasks/:id')
  .takes<{
    readonly done?: boolean;
    readonly text?: string;
    readonly dueOn?: string | null;
    readonly repeats?: Repeats | null;
  }>()
  .gives<object>();

export const removeTask = remove('tasks/:id').gives<object>();
