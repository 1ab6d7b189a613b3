import fc from 'fast-check';
import { median } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { appliesTo, fieldOf, FIELDS, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { kindsOf } from '../listing/kinds.js';
import type { Search } from '../search/document.js';
import { evaluateLine, inReach } from '../search/evaluate.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { Engine } from './engine.js';

describe('Engine.filled', () => {
  it('gives the share that fills each field in, of the listings in reach whose kind has it', () => {
    fc.assert(
      fc.property(listings, searches, (records, { kinds }) => {
        const engine = new Engine();
        engine.put(records);
        const search: Search = { version: 1, kinds, lines: [], bounds: [], order: [] };
        const filled = engine.filled(search);
        for (const field of FIELDS) {
          const having = records.filter((record) => inReach(search, record) && appliesTo(field, kindsOf(record)));
          const values = having.map((record) => valueOf(field, record));
          const there = values.filter((value) => value != null && !(Array.isArray(value) && value.length === 0)).length;
          expect([field.name, filled[field.name]]).toEqual([
            field.name,
            field.ofLine || having.length === 0 ? null : there / having.length,
          ]);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('Engine.choices', () => {
  it('counts the listings that hold each value, and none of those removed', () => {
    fc.assert(
      fc.property(listings, (records) => {
        const engine = new Engine();
        engine.put(records);
        engine.remove(records.slice(0, 2).map(({ ListingKey }) => ListingKey));
        for (const name of ['City', 'InteriorFeatures']) {
          const field = fieldOf(name) as Field;
          for (const { value, listings: count } of engine.choices(name))
            expect(count).toBe(
              records
                .slice(2)
                .filter((record) => appliesTo(field, kindsOf(record)) && [valueOf(field, record)].flat().includes(value)).length,
            );
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('the prices of a result', () => {
  it('are those paid where a sale is closed and those asked where it is not, by simple-statistics', () => {
    fc.assert(
      fc.property(listings, searches, (records, search) => {
        const engine = new Engine();
        engine.put(records);
        const { keys, prices } = engine.find(search, TIME, { set: 'fit', limit: 1, prices: true });
        const all = engine
          .find(search, TIME, { set: 'fit' })
          .keys.map(({ key }) => records.find(({ ListingKey }) => ListingKey === key));
        const told = all
          .flatMap((record) => Number(record?.['ClosePrice'] ?? record?.['ListPrice'] ?? NaN))
          .filter(Number.isFinite);
        expect(keys.length).toBeLessThanOrEqual(1);
        expect(prices).toEqual(
          told.length === 0 ? null : { lowest: Math.min(...told), median: median(told), highest: Math.max(...told) },
        );
      }),
      { numRuns: 200 },
    );
  });
});

describe('what would be nice', () => {
  it('comes before the order, keeps nothing out, and is named on each that has it', () => {
    fc.assert(
      fc.property(listings, searches, searches, (records, search, wishes) => {
        const engine = new Engine();
        engine.put(records);
        const nice = wishes.lines.map((line, i) => ({ ...line, id: `nice${i}`, weight: 'nice' as const }));
        const wished: Search = { ...search, lines: [...search.lines, ...nice] };
        const { fit } = engine.count(search, TIME);
        const { keys, total } = engine.find(wished, TIME, { set: 'fit' });
        expect(total).toBe(fit);
        const had = keys.map(({ key, nice: ids = [] }) => {
          const record = records.find(({ ListingKey }) => ListingKey === key);
          expect(ids).toEqual(nice.filter((line) => record && evaluateLine(line, record, TIME) === true).map(({ id }) => id));
          return ids.length;
        });
        expect(had).toEqual([...had].sort((a, b) => b - a));
      }),
      { numRuns: 200 },
    );
  });
});
