import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hasBit } from './bitset.js';
import { RowIndex } from './rowIndex.js';
import type { ValueSpan } from './rowIndex.js';

const value = fc.oneof(fc.integer({ min: 0, max: 40 }), fc.constant(Infinity), fc.constant(-Infinity));
const spans = fc
  .uniqueArray(fc.integer({ min: -1, max: 41 }), { maxLength: 6 })
  .map((ends) => ends.sort((a, b) => a - b))
  .map((ends) => ends.flatMap((from, i): ValueSpan[] => (i % 2 === 0 ? [[from, ends[i + 1] ?? Infinity]] : [])));

describe('RowIndex', () => {
  it('marks just the rows within the spans, however many changed since it was made', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1500 }),
        fc.array(value, { minLength: 1, maxLength: 60 }),
        fc.array(fc.tuple(fc.nat(), value), { maxLength: 400 }),
        spans,
        (rows, some, changes, asked) => {
          const values = Array.from({ length: rows }, (_, row) => some[row % some.length] as number);
          const index = new RowIndex();
          for (let row = 0; row < rows; row++) index.touch(row);
          const check = (): void => {
            const bits = index.within(asked, values, values.length);
            const expected = values.map((v) => asked.some(([from, to]) => v >= from && v <= to));
            expect(values.map((_, row) => hasBit(bits, row))).toEqual(expected);
          };
          check();
          for (const [at, changed] of changes) {
            const row = at % (rows + 1);
            values[row] = changed;
            index.touch(row);
          }
          check();
        },
      ),
      { numRuns: 300 },
    );
  });
});
