import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isoDate } from '../time/period.js';
import { forSaleSince } from './forSaleSince.js';
import type { Spell } from './forSaleSince.js';

const spell = (from: string, to: string | null, isSold = false): Spell => ({ from, to, isSold });
const now = spell('2026-04-01', null);

// common practice: a home taken off and put back within weeks has been for sale all the while; a sale begins anew
describe('forSaleSince', () => {
  it.each([
    ['one listing only', [], '2026-04-01'],
    ['taken off and back within three weeks', [spell('2025-11-03', '2026-03-12')], '2025-11-03'],
    ['taken off and back twice', [spell('2025-11-03', '2026-03-12'), spell('2025-06-01', '2025-10-20')], '2025-06-01'],
    ['sold in between', [spell('2025-11-03', '2026-03-12', true)], '2026-04-01'],
    ['off for 29 days', [spell('2025-08-01', '2026-03-03')], '2025-08-01'],
    ['off for 30 days', [spell('2025-08-01', '2026-03-02')], '2026-04-01'],
    ['one with another office that is still on', [spell('2026-03-20', null)], '2026-03-20'],
    ['a later one', [spell('2026-04-10', null)], '2026-04-01'],
  ])('%s', (_what, others, since) => {
    expect(forSaleSince(now, others)).toBe(since);
  });

  it('is never later than the listing’s own first day, and the same in any order of the others', () => {
    const day = fc.integer({ min: 19_000, max: 20_500 });
    const spells = fc
      .record({ a: day, b: day, isSold: fc.boolean() })
      .map(({ a, b, isSold }) => spell(isoDate(Math.min(a, b)), isoDate(Math.max(a, b)), isSold));
    fc.assert(
      fc.property(spells, fc.array(spells, { maxLength: 8 }), (listing, others) => {
        const since = forSaleSince(listing, others);
        expect(since <= listing.from).toBe(true);
        expect(forSaleSince(listing, [...others].reverse())).toBe(since);
        expect([listing, ...others].some(({ from }) => from === since)).toBe(true);
      }),
    );
  });
});
