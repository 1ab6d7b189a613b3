import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import type { Is, Search } from '../search/document.js';
import { fits } from '../search/evaluate.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { Columns } from './columns.js';
import { ConditionCache } from './conditionCache.js';
import { Engine } from './engine.js';
import { plainKernel } from './plainKernel.js';
import { readSnapshot, writeSnapshot } from './snapshot.js';

const base = { PropertyType: 'Residential', StandardStatus: 'Active' };
const searchOf = (field: string, is: Is): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines: [{ id: 'a', field, is }],
  bounds: [],
  order: [],
});

function engineOf(records: readonly ListingRecord[]): Engine {
  const engine = new Engine();
  engine.put(records);
  return engine;
}

/** The engine's snapshot, read into another. */
function copyOf(engine: Engine): Engine {
  const pieces: Uint8Array[] = [];
  writeSnapshot(engine.columns, (bytes) => pieces.push(bytes.slice()));
  const bytes = Uint8Array.from(pieces.flatMap((piece) => [...piece]));
  const copy = new Engine();
  let at = 0;
  readSnapshot(copy.columns, (into) => {
    if (at + into.length > bytes.length) throw new Error('The snapshot ends early.');
    into.set(bytes.subarray(at, (at += into.length)));
  });
  expect(at).toBe(bytes.length);
  return copy;
}

describe('a snapshot', () => {
  it('gives an engine with the same answers, which goes on taking listings', () => {
    fc.assert(
      fc.property(listings, listings, searches, (records, later, search) => {
        const engine = engineOf(records);
        const copy = copyOf(engine);
        expect(copy.count(search, TIME)).toEqual(engine.count(search, TIME));
        expect(copy.find(search, TIME, { set: 'fit' })).toEqual(engine.find(search, TIME, { set: 'fit' }));
        for (const each of [engine, copy]) each.put(later);
        expect(copy.count(search, TIME)).toEqual(engine.count(search, TIME));
      }),
      { numRuns: 150 },
    );
  });

  it('keeps texts beyond ASCII, empty and blank ones, over many chunks', () => {
    const records = Array.from({ length: 9000 }, (_, i) => ({
      ...base,
      ListingKey: `Ø${i}`,
      PublicRemarks: i % 3 === 0 ? null : i % 3 === 1 ? '' : `Café № ${i} 🏡`,
    }));
    const copy = copyOf(engineOf(records));
    expect(copy.count(searchOf('PublicRemarks', { blank: true }), TIME).fit).toBe(3000);
    expect(copy.find(searchOf('PublicRemarks', { words: { phrase: 'cafe no 8999' } }), TIME, { set: 'fit' }).keys).toEqual([]);
    expect(copy.find(searchOf('PublicRemarks', { contains: '№ 8999 🏡' }), TIME, { set: 'fit' }).keys).toEqual([
      { key: 'Ø8999' },
    ]);
  });

  it('is not read into other columns', () => {
    const pieces: Uint8Array[] = [];
    writeSnapshot(engineOf([]).columns, (bytes) => pieces.push(bytes.slice()));
    const text = Buffer.concat(pieces).toString('latin1').replace('ListPrice', 'LostPrice');
    const bytes = Buffer.from(text, 'latin1');
    let at = 0;
    expect(() => readSnapshot(new Columns(plainKernel()), (into) => into.set(bytes.subarray(at, (at += into.length))))).toThrow(
      'other columns',
    );
  });
});

describe('words sought among many texts', () => {
  const WORDS = ['garden', 'gardens', 'workshop', 'o’hara', 'café', 'st', 'street', 'bench', '12', 'lantern'];
  const text = fc.array(fc.constantFrom(...WORDS), { maxLength: 6 }).map((words) => words.join(' '));
  const tests: fc.Arbitrary<Is> = fc.oneof(
    fc
      .tuple(fc.constantFrom('anyOf', 'allOf', 'noneOf'), fc.array(text, { minLength: 1, maxLength: 2 }), fc.boolean())
      .map(([key, list, stem]) => ({ words: { [key]: list, ...(stem ? { stem } : {}) } })),
    text.map((phrase) => ({ words: { phrase } })),
    text.map((contains) => ({ contains })),
    fc.tuple(text, fc.nat(4), fc.nat(9)).map(([part, from, length]) => ({ contains: part.slice(from, from + length) || '.' })),
    text.map((starts) => ({ starts })),
  );

  it('are found as reading each text finds them, also after texts changed', () => {
    fc.assert(
      fc.property(fc.array(fc.option(text), { minLength: 40, maxLength: 60 }), text, tests, (texts, changed, is) => {
        // more rows than are simply read
        const records = Array.from({ length: 2100 }, (_, i) => ({
          ...base,
          ListingKey: `L${i}`,
          PublicRemarks: texts[i % texts.length] ?? null,
        }));
        const engine = engineOf(records);
        const search = searchOf('PublicRemarks', is);
        const expected = (): number => records.filter((record) => fits(search, record, TIME)).length;
        expect(engine.count(search, TIME).fit).toBe(expected());
        (records[7] as { PublicRemarks: string | null }).PublicRemarks = changed;
        engine.put([records[7] as ListingRecord]);
        expect(engine.count(search, TIME).fit).toBe(expected());
        engine.forget();
        expect(engine.count(search, TIME).fit).toBe(expected());
      }),
      { numRuns: 40 },
    );
  });
});

describe('conditions kept', () => {
  it('are written anew only in the words of rows that changed, and let go beyond what may be kept', () => {
    const columns = new Columns(plainKernel());
    for (let i = 0; i < 1000; i++) columns.put({ ...base, ListingKey: `L${i}` });
    const cache = new ConditionCache(columns, 3 * 8 * columns.words);
    const written: string[] = [];
    const ask = (key: string): void => {
      cache.get(key, (_into, { first, end }) => written.push(`${key} ${first}–${end}`));
      cache.settle();
    };
    ask('a');
    ask('a');
    columns.put({ ...base, ListingKey: 'L70' });
    columns.remove('L71');
    ask('a');
    for (const key of ['b', 'c', 'd']) ask(key);
    expect(cache.size).toBe(3);
    ask('a');
    const all = `0–${columns.words}`;
    expect(written).toEqual([`a ${all}`, 'a 2–3', `b ${all}`, `c ${all}`, `d ${all}`, `a ${all}`]);
  });
});
