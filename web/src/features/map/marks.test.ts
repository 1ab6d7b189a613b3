import type { MarksAnswer } from '@perambula/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isCrowded, keysWithin, marksOf, marksWithin, onlyThose, positionOf } from './marks.js';
import type { Mark } from './marks.js';

const COUNTY = [-66.2, 40.45, -65.8, 40.75] as const;
const answers = (most: number, least = 1): fc.Arbitrary<MarksAnswer> =>
  fc
    .array(fc.tuple(fc.integer({ min: -66_190_000, max: -65_810_000 }), fc.integer({ min: 40_460_000, max: 40_740_000 })), {
      minLength: least,
      maxLength: most,
    })
    .map((places) => ({
      keys: places.map((_, i) => `L${i}`),
      places: places.flat(),
      statuses: ['Active', 'Closed'],
      status: places.map((_, i) => i % 2),
      prices: places.map((_, i) => (i % 3 === 0 ? null : 100_000 + i)),
    }));
const homes = (marks: readonly Mark[]): number => marks.reduce((sum, mark) => sum + ('cluster' in mark ? mark.count : 1), 0);

describe('marks of a result', () => {
  it('show each home at every zoom, by itself or in a number', () => {
    fc.assert(
      fc.property(answers(900), fc.double({ min: 8, max: 18, noNaN: true }), (answer, zoom) => {
        const marks = marksOf(answer);
        expect(homes(marksWithin(marks, COUNTY, zoom))).toBe(answer.keys.length);
      }),
      { numRuns: 60 },
    );
  });

  it('stand by themselves where they are few, or near', () => {
    fc.assert(
      fc.property(answers(300), answers(900, 500), (few, many) => {
        for (const mark of marksWithin(marksOf(few), COUNTY, 9)) expect('place' in mark).toBe(true);
        for (const mark of marksWithin(marksOf(many), COUNTY, 16)) expect('place' in mark).toBe(true);
      }),
      { numRuns: 20 },
    );
  });

  it('are far fewer than the homes from far off, and come apart when one comes nearer', () => {
    const [answer] = fc.sample(answers(900, 700), { numRuns: 1, seed: 3 }) as [MarksAnswer];
    expect(isCrowded({ answer })).toBe(true);
    const marks = marksOf(answer);
    const far = marksWithin(marks, COUNTY, 8);
    expect(far.length).toBeLessThan(answer.keys.length / 4);
    const cluster = far.find((mark) => 'cluster' in mark);
    if (!cluster || !('cluster' in cluster)) throw new Error('no cluster');
    const zoom = marks.clusters.getClusterExpansionZoom(cluster.cluster);
    expect(marksWithin(marks, COUNTY, zoom).length).toBeGreaterThan(far.length);
  });

  it('name the homes within a box, as testing each does, and leave only those chosen', () => {
    fc.assert(
      fc.property(
        answers(200),
        fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
        (answer, [a, b]) => {
          const box = [-66.2, 40.45, -66.2 + 0.4 * a, 40.45 + 0.3 * b] as const;
          const within = keysWithin(marksOf(answer), box);
          const kept = onlyThose(answer, within);
          expect(new Set(kept.keys)).toEqual(within);
          expect(kept.keys.every((_, i) => positionOf(kept, i)[0] <= box[2] && positionOf(kept, i)[1] <= box[3])).toBe(true);
          expect(kept.status.length + kept.prices.length).toBe(2 * within.size);
          expect(within.size).toBe(
            answer.keys.filter((_, i) => positionOf(answer, i)[0] <= box[2] && positionOf(answer, i)[1] <= box[3]).length,
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});
