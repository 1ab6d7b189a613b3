import type { Showing } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { byDay } from './showings.rules.js';

const showing = (id: string, startAt: string | null, state: Showing['state'] = 'confirmed') =>
  ({ id, startAt, state }) as unknown as Showing;
const NOW = '2026-04-14T13:12:00Z';

describe('showings by day', () => {
  it('has the days to come in their order, then those that are over, the last one first', () => {
    const { ahead, earlier, undated } = byDay(
      [
        showing('later', '2026-04-18T15:00:00Z'),
        showing('over', '2026-03-27T20:30:00Z'),
        showing('lately', '2026-04-12T16:00:00Z'),
        showing('today', '2026-04-14T12:00:00Z'),
        showing('first', '2026-04-18T14:00:00Z'),
        showing('asked', null, 'asked'),
        showing('dropped', null, 'canceled'),
      ],
      NOW,
    );
    const ids = (days: typeof ahead) => days.map(({ day, showings }) => [day, ...showings.map(({ id }) => id)]);
    expect(ids(ahead)).toEqual([
      ['2026-04-14', 'today'],
      ['2026-04-18', 'first', 'later'],
    ]);
    expect(ids(earlier)).toEqual([
      ['2026-04-12', 'lately'],
      ['2026-03-27', 'over'],
    ]);
    expect(undated.map(({ id }) => id)).toEqual(['asked']);
  });

  it('counts days by the county’s clock, each year for itself', () => {
    // half past eleven in the evening of April 13 there
    const { ahead, earlier } = byDay(
      [showing('late', '2026-04-14T03:30:00Z'), showing('a year ago', '2025-04-14T15:00:00Z')],
      NOW,
    );
    expect(ahead).toEqual([]);
    expect(earlier.map(({ day }) => day)).toEqual(['2026-04-13', '2025-04-14']);
  });
});
