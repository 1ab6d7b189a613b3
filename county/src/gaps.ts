import type { Random } from './random.js';

/** What offices leave out: a value or a list of values, blank so often. */
export interface Gaps {
  readonly blank: <T>(value: T, rate: number) => T | null;
  readonly many: (values: readonly string[], rate: number) => readonly string[];
}

export function gapsOf(random: Random): Gaps {
  return {
    blank: (value, rate) => (random.chance(rate) ? null : value),
    many: (values, rate) => (random.chance(rate) ? [] : values),
  };
}
