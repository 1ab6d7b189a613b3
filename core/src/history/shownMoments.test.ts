import { describe, expect, it } from 'vitest';
import type { Moment } from './homeHistory.js';
import { shownMoments } from './shownMoments.js';

const DAY = 86_400_000;

// the audience table: what was paid (ClosePrice) is the agent's; the price asked and the status are anybody's
describe('what a client may read of a listing’s history', () => {
  const moments: Moment[] = [
    { at: 0, kind: 'listed', status: 'Active', price: 430_000 },
    { at: DAY, kind: 'underContract', status: 'Pending', price: 430_000 },
    {
      at: 9 * DAY,
      kind: 'back',
      status: 'Active',
      price: 430_000,
      guess: { why: 'inspection', because: 'back after 8 days', sure: 'fairly', daysUnderContract: 8 },
    },
    { at: 20 * DAY, kind: 'price', from: 430_000, price: 418_000 },
    { at: 60 * DAY, kind: 'closed', status: 'Closed', price: 411_500, asked: 418_000 },
  ];
  const shown = shownMoments({ moments });

  it('is all that happened, the latest first', () => {
    expect(shown.map(({ kind }) => kind)).toEqual(['closed', 'price', 'back', 'underContract', 'listed']);
    expect(shown[1]).toEqual(moments[3]);
  });

  it('has neither what was paid nor what is guessed', () => {
    expect(JSON.stringify(shown)).not.toMatch(/411500|inspection|back after/);
  });
});
