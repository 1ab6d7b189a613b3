import { describe, expect, it } from 'vitest';
import { readListingFile } from './listingFile.js';
import { guardCsv, guardJson } from './textLimits.js';

const MB = 1_000_000;

describe('guardCsv', () => {
  it.each([
    ['commas', ','.repeat(20 * MB), 'more than 2,000 columns'],
    ['tabs', `a${'\t'.repeat(20 * MB)}`, 'more than 2,000 columns'],
    ['empty lines', `ListPrice\n${'\n'.repeat(20 * MB)}`, 'more than 200,000 lines'],
    ['quotation marks', '"'.repeat(20 * MB), 'longer than 200,000 characters'],
    ['one cell', 'a'.repeat(20 * MB), 'A cell in line 1 is longer'],
    ['a quotation mark left open', `ListPrice,City\n"1,Wrenfield\n${'2,Wrenfield\n'.repeat(50_000)}`, 'A cell in line 2'],
    ['cells', `a\n${`${','.repeat(1999)}\n`.repeat(5000)}`, 'more than 3,000,000 cells'],
  ])('refuses a file of nothing but %s, in a moment', (_what, text, reason) => {
    expect(() => guardCsv(text)).toThrow(reason);
    expect(() => readListingFile(text)).toThrow(reason);
  });

  it('lets pass what stands in quotes: commas, line ends, quotation marks', () => {
    const remarks = `"A ""light"" home,\nby the water; ${'|'.repeat(3000)}"`;
    expect(() => guardCsv(`ListingKey,PublicRemarks\n1,${remarks}\n2,${remarks}\n`)).not.toThrow();
    const { listings } = readListingFile(`ListingKey,PublicRemarks\n1,${remarks}\n`);
    expect(listings[0]?.record['PublicRemarks']).toContain('A "light" home,\nby the water');
  });

  it('takes a quotation mark inside a cell for the inch that it is, and any of the ends of a line', () => {
    for (const end of ['\n', '\r\n', '\r']) {
      const text = `ListingKey,PublicRemarks${end}1,A 12" pipe${end}${`2,Plain${end}`.repeat(40_000)}`;
      expect(() => guardCsv(text)).not.toThrow();
      expect(readListingFile(text).listings[0]?.record['PublicRemarks']).toBe('A 12" pipe');
    }
  });

  it('lets pass as many listings as a file may hold', () => {
    const line = `${Array.from({ length: 29 }, (_, i) => `cell ${i}`).join(',')}\r\n`;
    expect(() => guardCsv(line.repeat(100_000))).not.toThrow();
  });
});

describe('guardJson', () => {
  it.each([
    ['arrays in arrays', '['.repeat(10 * MB), 'nested too deeply'],
    ['objects in objects', '{"a":'.repeat(4 * MB), 'nested too deeply'],
    ['empty objects', `[${'{},'.repeat(6 * MB)}{}]`, 'more than 3,000,000 values'],
    ['numbers', `[${'1,'.repeat(10 * MB)}1]`, 'more than 3,000,000 values'],
  ])('refuses a text of nothing but %s, in a moment', (_what, text, reason) => {
    expect(() => guardJson(text)).toThrow(reason);
    expect(() => readListingFile(text)).toThrow(reason);
  });

  it('lets pass brackets and commas that stand in texts, after any escape', () => {
    const text = JSON.stringify([{ a: `\\"${'['.repeat(100)}`, b: ','.repeat(6 * MB) }]);
    expect(() => guardJson(text)).not.toThrow();
  });
});
