import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import { inReach, judge, standingOf } from '../search/evaluate.js';
import type { Search } from '../search/document.js';
import { missOf, NEARLY } from '../search/miss.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { simdKernel } from '../testing/simdKernel.js';
import { ReverseIndex } from './reverseIndex.js';
import type { Wanted } from './reverseIndex.js';
import { StepSet } from './stepSet.js';

const simd = simdKernel();

/** Each search judged by itself. */
function oneByOne(all: readonly { id: number; search: Search }[], record: ListingRecord): Wanted<number> {
  const fit: number[] = [];
  const unknown: number[] = [];
  const near: { id: number; missed: string; nearness: number }[] = [];
  for (const { id, search } of all) {
    if (!inReach(search, record)) continue;
    const verdict = judge(search, record, TIME);
    const standing = standingOf(verdict);
    if (standing === 'fit') fit.push(id);
    if (standing === 'unknown') unknown.push(id);
    if (standing !== 'missByOne') continue;
    const missed =
      verdict.lines.find(({ truth }) => truth === false)?.line.id ?? (verdict.keepIn === false ? 'keepIn' : 'keepOut');
    const { nearness } = missOf(search, record, missed, TIME);
    if (nearness <= NEARLY) near.push({ id, missed, nearness });
  }
  return { fit, unknown, near };
}

const sorted = ({ fit, unknown, near }: Wanted<number>): unknown => ({
  fit: [...fit].sort((a, b) => a - b),
  unknown: [...unknown].sort((a, b) => a - b),
  near: [...near].sort((a, b) => a.id - b.id),
});

describe('ReverseIndex', () => {
  it('finds the searches that judging each of them finds, with what is missed and how near', () => {
    fc.assert(
      fc.property(fc.array(searches, { minLength: 1, maxLength: 80 }), listings, (documents, records) => {
        const all = documents.map((search, id) => ({ id, search }));
        for (const index of [new ReverseIndex(all, TIME), new ReverseIndex(all, TIME, simd)])
          for (const record of records.slice(0, 8)) expect(sorted(index.match(record, TIME))).toEqual(oneByOne(all, record));
      }),
      { numRuns: 400 },
    );
  });

  it('finds a home some feet outside a drawn area, and not one a mile away', () => {
    const search: Search = {
      version: 1,
      kinds: ['Residential'],
      lines: [],
      bounds: [{ id: 'k', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 800 } }],
      order: [],
    };
    const index = new ReverseIndex([{ id: 'a', search }], TIME);
    const at = (Latitude: number): ListingRecord => ({
      ListingKey: 'x',
      PropertyType: 'Residential',
      StandardStatus: 'Active',
      Longitude: -66,
      Latitude,
    });
    expect(index.match(at(40.607), TIME).fit).toEqual(['a']);
    expect(index.match(at(40.6075), TIME).near).toMatchObject([{ id: 'a', missed: 'keepIn' }]);
    expect(index.match(at(40.622), TIME)).toEqual({ fit: [], unknown: [], near: [] });
  });
});

describe('StepSet', () => {
  it('holds both ends of each span and nothing beyond, across its checkpoints', () => {
    const spans = new Map(Array.from({ length: 2000 }, (_, i) => [i, [{ from: i, to: i + 10 }]] as const));
    const set = new StepSet(spans, 63);
    const bits = new Int32Array(63);
    for (const value of [-1, 0, 9.5, 10, 11, 1234, 1999, 2009, 2010]) {
      set.at(value, bits);
      const held = [...spans].filter(([, [span]]) => value >= span.from && value <= span.to).map(([i]) => i);
      expect([...spans.keys()].filter((i) => ((bits[i >>> 5] as number) >>> (i & 31)) & 1)).toEqual(held);
    }
  });
});
