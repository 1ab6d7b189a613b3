import type { Stack } from './stack.mjs';

export interface StackOverCopy extends Stack {
  readonly data: string;
  readonly end: () => Promise<void>;
}

export function makeStarted(folder: string): Promise<void>;
export function startCopyOf(started: string): Promise<StackOverCopy>;
