import { describe, expect, it } from 'vitest';
import { nextDay } from './nextDay.js';

describe('the next day of something that comes again', () => {
  it.each([
    ['a week later', '2026-04-14', 'weekly', '2026-04-14', '2026-04-21'],
    ['done before its day, still a week after its day', '2026-04-14', 'weekly', '2026-04-10', '2026-04-21'],
    ['left for weeks, once and not for each', '2026-03-02', 'weekly', '2026-04-14', '2026-04-20'],
    ['a month later', '2026-04-14', 'monthly', '2026-04-14', '2026-05-14'],
    // February has no 31st, and March has it again
    ['the last day of a shorter month', '2026-01-31', 'monthly', '2026-01-31', '2026-02-28'],
    ['the 31st again after it', '2026-01-31', 'monthly', '2026-02-28', '2026-03-31'],
    ['a year later, of a leap day', '2024-02-29', 'yearly', '2026-01-01', '2026-02-28'],
  ] as const)('is %s', (_what, dueOn, repeats, today, next) => {
    expect(nextDay(dueOn, repeats, today)).toBe(next);
  });
});
