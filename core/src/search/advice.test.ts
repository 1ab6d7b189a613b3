import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Engine } from '../engine/engine.js';
import { plainKernel } from '../engine/plainKernel.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { advise } from './advice.js';
import type { Is, Line, Search } from './document.js';
import { loosen } from './loosen.js';

const searchOf = (lines: readonly Line[], kinds: Search['kinds'] = ['Residential']): Search => ({
  version: 1,
  kinds,
  lines,
  bounds: [],
  order: [],
});
const line = (id: string, field: string, is: Is): Line => ({ id, field, is });
const held = (id: string, holdsBack: number, blank = 0): { id: string; holdsBack: number; blank: number } => ({
  id,
  holdsBack,
  blank,
});

describe('advise', () => {
  // 25 to 30 are comfortable, fewer than about 10 wants widening (common practice, no source)
  it('follows what practitioners say of the numbers', () => {
    const tone = (fit: number): string => advise(searchOf([]), { fit, unknown: 0, lines: [] }).tone;
    expect([0, 9, 10, 27, 45, 60].map(tone)).toEqual([
      'tooFew',
      'tooFew',
      'comfortable',
      'comfortable',
      'comfortable',
      'tooMany',
    ]);
  });

  it('offers the move that adds most, and the dropping that adds more still', () => {
    const search = searchOf([line('a', 'ListPrice', { atMost: 450_000 }), line('b', 'Baths', { atLeast: 2 })]);
    const { notes } = advise(search, {
      fit: 2,
      unknown: 0,
      lines: [held('a', 38), held('b', 4, 1)],
      loosenings: [{ line: 'a', is: { atMost: 460_000 }, adds: 6 }],
    });
    expect(notes.slice(0, 2)).toEqual([
      { text: 'List price up to $460,000 adds 6.', line: 'a', change: { atMost: 460_000 } },
      { text: 'Dropping list price alone would add 38.', line: 'a', change: null },
    ]);
  });

  it('says which field few listings fill in, and leaves it be where a blank counts as fitting', () => {
    const basement = line('a', 'MainLevelBedrooms', { atLeast: 1 });
    const evidence = { fit: 20, unknown: 12, lines: [held('a', 5, 12)], filled: { MainLevelBedrooms: 0.41 } };
    expect(advise(searchOf([basement]), evidence).notes).toMatchObject([
      { text: 'Only 41% of listings fill in main level bedrooms; 12 that fit otherwise leave it blank.' },
    ]);
    expect(advise(searchOf([{ ...basement, blanks: 'pass' }]), evidence).notes).toEqual([]);
  });

  it('tells a line that keeps nothing out, and rentals mixed with sales', () => {
    const search = searchOf([line('a', 'YearBuilt', { atLeast: 1800 })], ['Residential', 'Residential Lease']);
    expect(advise(search, { fit: 20, unknown: 0, lines: [held('a', 0)] }).notes.map(({ text }) => text)).toEqual([
      'Rentals are mixed with what is for sale; a buyer would be sent both.',
      'Year built keeps nothing out as the rest stands.',
    ]);
  });

  it.each<[string, Is, Is, boolean]>([
    ['ListPrice', { atMost: 300_000 }, { atLeast: 400_000 }, true],
    ['ListPrice', { atMost: 300_000 }, { atLeast: 300_000 }, false],
    ['City', { anyOf: ['Wrenfield'] }, { anyOf: ['Port Ostrey'] }, true],
    ['Heating', { anyOf: ['Radiant'] }, { anyOf: ['Heat Pump'] }, false],
    ['WaterfrontYN', { yes: true }, { yes: false }, true],
    ['BedroomsTotal', { not: 3 }, { equals: 3 }, false],
  ])('of %s, %j and %j contradict each other: %s', (field, a, b, contradict) => {
    const { notes } = advise(searchOf([line('a', field, a), line('b', field, b)]), {
      fit: 0,
      unknown: 0,
      lines: [held('a', 1), held('b', 1)],
    });
    expect(notes.some(({ text }) => text.includes('leave nothing between them'))).toBe(contradict);
  });
});

describe('loosen', () => {
  it.each<[string, Is, number[], Is | null, number]>([
    // most of what ten percent would add lies within ten thousand dollars
    ['ListPrice', { atMost: 450_000 }, [452_000, 458_000, 459_900, 494_000], { atMost: 460_000 }, 3],
    ['ListPrice', { between: [300_000, 450_000] }, [296_000, 297_000, 455_000], { between: [295_000, 450_000] }, 2],
    ['Baths', { atLeast: 2 }, [1.5, 1.5, 1], { atLeast: 1.5 }, 2],
    ['BedroomsTotal', { atLeast: 3 }, [2, 2, 1], { atLeast: 2 }, 2],
    ['YearBuilt', { atLeast: 1990 }, [1988, 1984, 1950], { atLeast: 1980 }, 2],
    ['LotSizeAcres', { atLeast: 0.25 }, [0.24, 0.23], { atLeast: 0.23 }, 2],
    ['ListPrice', { atMost: 450_000 }, [600_000], null, 0],
    ['ListPrice', { equals: 450_000 }, [451_000], null, 0],
    ['City', { anyOf: ['Wrenfield'] }, [], null, 0],
  ])('of %s %j, with %j held back, gives %j', (field, is, lost, to, adds) => {
    const found = loosen(line('a', field, is), lost);
    expect(found).toEqual(to === null ? null : { line: 'a', is: to, adds });
  });

  it('adds just as many as it says, whatever the search', () => {
    fc.assert(
      fc.property(listings, searches, (records, search) => {
        const engine = new Engine(plainKernel());
        engine.put(records);
        const { fit } = engine.count(search, TIME);
        for (const { line: id, is, adds } of engine.loosenings(search, TIME)) {
          const lines = search.lines.map((each) => (each.id === id ? { ...each, is } : each));
          expect(engine.count({ ...search, lines }, TIME).fit - fit).toBe(adds);
        }
      }),
      { numRuns: 300 },
    );
  });
});
