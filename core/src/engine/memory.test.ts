import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELDS } from '../listing/fields.js';
import { travelsOf } from '../search/travels.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { Engine } from './engine.js';
import { wholeVectors } from './kernel.js';
import type { Kernel } from './kernel.js';
import { plainKernel } from './plainKernel.js';

/** A kernel that counts the bytes taken and not given back. */
function countingKernel(): { kernel: Kernel; outstanding: () => number } {
  const plain = plainKernel();
  let bytes = 0;
  return {
    kernel: {
      ...plain,
      take(size) {
        bytes += wholeVectors(size);
        return plain.take(size);
      },
      give(memory) {
        bytes -= wholeVectors(memory.byteLength);
        plain.give(memory);
      },
    },
    outstanding: () => bytes,
  };
}

describe('the memory that an engine takes', () => {
  it('is given back after every question, but for what is kept for the next, and that when it is told to forget', () => {
    fc.assert(
      fc.property(listings, searches, searches, (records, a, b) => {
        // the seconds of journeys are columns, kept as such
        fc.pre(travelsOf(a).length === 0 && travelsOf(b).length === 0);
        const { kernel, outstanding } = countingKernel();
        const engine = new Engine(kernel);
        engine.put(records);
        const filled = outstanding();
        const ask = (): void => {
          engine.count(a, TIME);
          for (const set of ['fit', 'unknown', 'missByOne'] as const) engine.find(a, TIME, { set, limit: 5, prices: true });
          engine.marks(b, TIME, { set: 'fit' });
          engine.tell(
            a,
            TIME,
            'missByOne',
            records.slice(0, 3).map(({ ListingKey }) => ListingKey),
          );
          engine.compare(a, b, TIME, { part: 'both' });
          engine.loosenings(a, TIME);
          engine.filled(b);
          for (const { name } of FIELDS.slice(0, 5)) engine.choices(name);
        };
        ask();
        const kept = outstanding();
        ask();
        expect(outstanding()).toBe(kept);
        engine.forget();
        expect(outstanding()).toBe(filled);
      }),
      { numRuns: 60 },
    );
  });

  it('is given back when columns widen and grow, but for what they hold then', () => {
    const { kernel, outstanding } = countingKernel();
    const engine = new Engine(kernel);
    const put = (from: number, many: number): void =>
      engine.put(
        Array.from({ length: many }, (_, i) => ({
          ListingKey: `K${from + i}`,
          PropertyType: 'Residential',
          StandardStatus: 'Active',
          // wider and wider
          ListPrice: 10 ** ((from + i) % 8),
          LivingArea: from + i,
          InteriorFeatures: [`Feature ${(from + i) % 7}`],
        })),
      );
    put(0, 3000);
    const { bytes, words } = engine.columns.memory();
    // each array is rounded up to whole vectors
    expect(outstanding()).toBeGreaterThanOrEqual(bytes + words - 4096);
    expect(outstanding()).toBeLessThanOrEqual(bytes + words + 16 * 1000);
    // the same listings again change nothing of it
    const before = outstanding();
    put(0, 3000);
    expect(outstanding()).toBe(before);
  });
});
