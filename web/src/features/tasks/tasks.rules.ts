import type { Repeats } from '@perambula/contract';
import { dayNumber } from '@perambula/core';
import { isoDay } from '../../shared/format.js';

export const REPEATS_SAID: Readonly<Record<Repeats, string>> = {
  weekly: 'every week',
  monthly: 'every month',
  yearly: 'every year',
};

/** Days by which a task is over its day; 0 while it is not. Days in ISO 8601. */
export function daysOver(dueOn: string | null, today: string): number {
  return dueOn === null ? 0 : Math.max(0, dayNumber(today) - dayNumber(dueOn));
}

/** "today", "tomorrow", "by Wed, Apr 15", or "2 days over". */
export function sayDue(dueOn: string, today: string): string {
  const over = daysOver(dueOn, today);
  if (over > 0) return over === 1 ? 'a day over' : `${over} days over`;
  const left = dayNumber(dueOn) - dayNumber(today);
  return left === 0 ? 'today' : left === 1 ? 'tomorrow' : `by ${isoDay(dueOn)}`;
}
