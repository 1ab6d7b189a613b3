import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { simdKernel } from '../testing/simdKernel.js';
import { Columns } from './columns.js';
import { Keys } from './keys.js';
import { plainKernel } from './plainKernel.js';
import { Texts } from './texts.js';

const wellFormed = fc.string({ unit: 'binary' });

describe.each([
  ['plain memory', plainKernel],
  ['shared memory', () => simdKernel()],
] as const)('texts in %s', (_, kernelOf) => {
  it('read as they were written, however long, with any characters', () => {
    const texts = new Texts(kernelOf());
    const long = 'é'.repeat(700_000);
    const written = ['', 'Sedge Ferry', '\uFEFFmarked', 'a\u0000b', '🏡 № 3', long, 'after', `${long}🏡`, 'Sedge Ferry'];
    const places = written.map((text) => texts.add(text));
    expect(places.map((place) => texts.read(place))).toEqual(written);
    expect(places[1]).toBe(places[8]);
  });

  it('compare by code points', () =>
    fc.assert(
      fc.property(fc.array(wellFormed, { minLength: 2, maxLength: 30 }), (all) => {
        const texts = new Texts(kernelOf());
        const sorted = all.map((text) => texts.add(text)).sort((a, b) => texts.compare(a, b));
        // the order of UTF-8 bytes is that of code points (The Unicode Standard, 2.5)
        const expected = [...all].sort((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b)));
        expect(sorted.map((place) => texts.read(place))).toEqual(expected);
      }),
      { numRuns: 50 },
    ));
});

describe('keys', () => {
  it('find the row of each and of no other, as a Map does', () =>
    fc.assert(
      fc.property(fc.uniqueArray(wellFormed, { maxLength: 900 }), fc.array(wellFormed), (all, others) => {
        const kernel = plainKernel();
        const keys = new Keys(kernel, new Texts(kernel));
        keys.places.grow(1024);
        const rows = new Map<string, number>();
        for (const key of all) {
          rows.set(key, rows.size);
          keys.add(key, rows.size - 1);
        }
        for (const key of [...all, ...others]) expect(keys.rowOf(key)).toBe(rows.get(key));
        for (const [key, row] of rows) expect(keys.at(row)).toBe(key);
      }),
      { numRuns: 30 },
    ));
});

describe('texts that are of no more use', () => {
  it('give their memory back, and what is left reads the same', () => {
    const columns = new Columns(plainKernel());
    const remarks = (round: number, n: number): string => `${round}:${n} `.repeat(20_000);
    const put = (round: number, n: number): void =>
      columns.put({ ListingKey: `K${n}`, PropertyType: 'Residential', PublicRemarks: remarks(round, n), City: 'Port Ostrey' });
    let most = 0;
    for (let round = 0; round < 60; round++) {
      for (let n = 0; n < 20; n++) put(round, n);
      columns.compact();
      most = Math.max(most, columns.texts.bytes);
    }
    // 60 rounds of 20 texts of at least 80 kB would be 96 MB; what is left of one is 2 MB
    expect(most).toBeLessThan(48 * 2 ** 20);
    const column = columns.column('PublicRemarks');
    if (column.type !== 'text') throw new Error('Remarks are text.');
    for (let n = 0; n < 20; n++) {
      const row = columns.keys.rowOf(`K${n}`) as number;
      expect(columns.texts.read(column.places.get(row))).toBe(remarks(59, n));
    }
  });
});
