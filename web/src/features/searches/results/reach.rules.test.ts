import { describe, expect, it } from 'vitest';
import { likeliestFirst, percent, sayChance } from './reach.rules.js';

describe('the chance to come within reach', () => {
  it('is told in whole per cents', () => {
    expect(sayChance(0.314)).toBe('In reach within 30 days: 31%');
    expect([0, 0.004, 0.0149, 1].map(percent)).toEqual(['0%', 'under 1%', '1%', '100%']);
  });
  it('orders the homes of which it is known, and leaves the others behind them as they were', () => {
    const chances = new Map([
      ['C', 0.4],
      ['X', 0.3],
      ['A', 0.1],
    ]);
    expect(likeliestFirst(['A', 'B', 'C', 'D'], chances)).toEqual(['C', 'A', 'B', 'D']);
  });
});
