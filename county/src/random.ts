import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A seeded source of chance: the same seed gives the same sequence on every machine. */
export interface Random {
  /** A whole number from `low` to `high`, both included. */
  int(low: number, high: number): number;
  /** A number from 0 up to but not including 1. */
  unit(): number;
  /** Whether something of the given probability happens. */
  chance(probability: number): boolean;
  pick<T>(from: readonly T[]): T;
  /** About normal, mean 0 and deviation 1 (the sum of twelve). */
  normal(): number;
}

export function randomOf(...seeds: readonly number[]): Random {
  // mixes several seeds into one (the finaliser of MurmurHash3, A. Appleby)
  const seed = seeds.reduce((mixed, part) => {
    let h = Math.imul(mixed ^ part, 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
    return (h ^ (h >>> 16)) | 0;
  }, 0x9e3779b9);
  const source = xoroshiro128plus(seed);
  const unit = (): number => (source.next() >>> 2) / 0x40000000;
  const int = (low: number, high: number): number => low + Math.floor(unit() * (high - low + 1));
  return {
    int,
    unit,
    chance: (probability) => unit() < probability,
    pick: (from) => from[int(0, from.length - 1)] as (typeof from)[number],
    normal: () => {
      let sum = -6;
      for (let i = 0; i < 12; i++) sum += unit();
      return sum;
    },
  };
}
