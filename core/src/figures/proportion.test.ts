import { jStat } from 'jstat';
import { describe, expect, it } from 'vitest';
import { exactInterval, exactTest } from './proportion.js';

describe('the exact interval of a share', () => {
  it('is that of Clopper and Pearson, as the beta distribution gives it', () => {
    for (const [some, all] of [
      [0, 10],
      [1, 10],
      [4, 20],
      [9, 10],
      [10, 10],
      [81, 263],
    ] as const) {
      const { low, high } = exactInterval(some, all);
      expect(low).toBeCloseTo(some === 0 ? 0 : jStat.beta.inv(0.025, some, all - some + 1), 6);
      expect(high).toBeCloseTo(some === all ? 1 : jStat.beta.inv(0.975, some + 1, all - some), 6);
    }
  });

  it('is as published', () => {
    // Newcombe, R. G. (1998), Statistics in Medicine 17, table I, method 5; from memory
    for (const [some, all, low, high] of [
      [81, 263, 0.2527, 0.3676],
      [15, 148, 0.0578, 0.1617],
      [0, 20, 0, 0.1684],
      [1, 29, 0.0009, 0.1776],
    ] as const) {
      const interval = exactInterval(some, all);
      expect(interval.low).toBeCloseTo(low, 4);
      expect(interval.high).toBeCloseTo(high, 4);
    }
  });

  it('tells nothing of nothing', () => {
    expect(exactInterval(0, 0)).toEqual({ low: 0, high: 1 });
  });
});

describe('the exact test of two groups', () => {
  it('is that of the lady tasting tea', () => {
    // Fisher, R. A. (1935), The Design of Experiments, chapter II: 17 of 70 ways with three or four right
    expect(exactTest([3, 1], [1, 3])).toBeCloseTo(17 / 70, 12);
    expect(exactTest([4, 0], [0, 4])).toBeCloseTo(1 / 70, 12);
  });

  it('is that of the convicted twins', () => {
    // R’s help of fisher.test, "Convictions of like-sex twins": p-value = 0.0004652, alternative "less", which this is from the other side
    expect(exactTest([15, 3], [2, 10])).toBeCloseTo(0.0004652, 6);
  });

  it('says nothing where nothing parts them', () => {
    expect(exactTest([0, 0], [3, 4])).toBe(1);
    expect(exactTest([5, 0], [4, 0])).toBeCloseTo(1, 12);
  });
});
