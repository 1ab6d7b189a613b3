import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { searches } from '../testing/randomListings.js';
import { differencesOf } from './difference.js';
import type { Search } from './document.js';

const before: Search = {
  version: 1,
  kinds: ['Residential'],
  lines: [
    { id: 'a', field: 'ListPrice', is: { atMost: 450_000 } },
    { id: 'b', field: 'BedroomsTotal', is: { atLeast: 3 } },
  ],
  bounds: [{ id: 'k', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 804.672 }, name: 'the ferry' }],
  order: [],
};

describe('differencesOf', () => {
  it('says what was changed, added and dropped, in phrases', () => {
    const after: Search = {
      ...before,
      lines: [
        { id: 'a', field: 'ListPrice', is: { atMost: 460_000 } },
        { id: 'c', field: 'GarageSpaces', is: { atLeast: 2 }, weight: 'nice' },
      ],
      bounds: before.bounds.map((bound) => ({ ...bound, mode: 'out' as const })),
      order: [{ field: 'ListPrice', direction: 'asc' }],
    };
    expect(differencesOf(before, after)).toEqual([
      { about: 'List price', before: 'up to $450,000', after: 'up to $460,000' },
      { about: 'Garage', before: null, after: '2 spaces or more, would be nice' },
      { about: 'Beds', before: '3 or more', after: null },
      { about: 'Where', before: null, after: 'not in ½ mile around the ferry' },
      { about: 'Where', before: '½ mile around the ferry', after: null },
      { about: 'Order', before: null, after: 'List price up' },
    ]);
  });

  it('takes lines on one field for the same where their ids do not tell', () => {
    const after: Search = {
      ...before,
      lines: [{ id: 'z', field: 'ListPrice', is: { atMost: 400_000 } }, ...before.lines.slice(1)],
    };
    expect(differencesOf(before, after)).toEqual([{ about: 'List price', before: 'up to $450,000', after: 'up to $400,000' }]);
  });

  it('says that a bound was reshaped', () => {
    const [bound] = before.bounds;
    const moved = { ...bound, shape: { ...bound?.shape, center: [-66.01, 40.6] } } as Search['bounds'][number];
    expect(differencesOf(before, { ...before, bounds: [moved] })).toEqual([
      { about: 'Where', before: '½ mile around the ferry', after: '½ mile around the ferry, reshaped' },
    ]);
  });

  it('finds none between a search and itself, and the same ones either way round', () => {
    fc.assert(
      fc.property(searches, searches, (a, b) => {
        expect(differencesOf(a, a)).toEqual([]);
        expect(differencesOf(a, b).length > 0).toBe(differencesOf(b, a).length > 0);
      }),
      { numRuns: 300 },
    );
  });
});
