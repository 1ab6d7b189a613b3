import type { Outlook } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { outlookTable, sayOutlook, sayShare } from './outlook.rules.js';

const outlook: Outlook = {
  homes: 52,
  running: 9,
  contract: {
    half: 19,
    steps: [
      { day: 5, share: 0.2, error: 0.05, atRisk: 52 },
      { day: 19, share: 0.5, error: 0.06, atRisk: 30 },
    ],
    seenFor: 47,
  },
  cut: { steps: [{ day: 30, share: 0.41 }], middle: 0.03, cuts: 20 },
};

describe('sayOutlook', () => {
  it('says how long half stay, and how many cut, by how much', () => {
    expect(sayOutlook(outlook)).toBe(
      'Of 52 like it, half are under contract within 19 days; 4 in 10 cut within 45 days, by 3.0% in the middle.',
    );
  });
  it('where not half went under contract says how many did, and for how long they were seen', () => {
    const slow = { ...outlook, contract: { ...outlook.contract, half: null, steps: outlook.contract.steps.slice(0, 1) } };
    expect(sayOutlook({ ...slow, cut: { steps: [], middle: null, cuts: 0 } })).toBe(
      'Of 52 like it, 2 in 10 went under contract within 47 days; none of them cut the price.',
    );
  });
});

describe('sayShare', () => {
  it.each([
    [0.01, 'hardly any'],
    [0.14, '1 in 10'],
    [0.48, 'half'],
    [0.86, '9 in 10'],
    [0.99, 'nearly all'],
  ])('%f: %s', (share, said) => expect(sayShare(share)).toBe(said));
});

describe('outlookTable', () => {
  it('goes as far as any home was seen', () => {
    expect(outlookTable(outlook).map(({ day, contract, cut }) => [day, contract, cut])).toEqual([
      [7, 0.2, 0],
      [14, 0.2, 0],
      [30, 0.5, 0.41],
      [45, 0.5, 0.41],
    ]);
  });
});
