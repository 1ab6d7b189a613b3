import type { KeptBound, SavedSearch } from '@perambula/contract';
import { readSearch } from '@perambula/core';
import type { MoveCounts } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { askedOf, askOf, countOf, percent, placesChosen, sayBack, sayKinds, sayPlaces, scopeOf, signed } from './market.rules.js';

const asked = (query: string) => askedOf(new URLSearchParams(query));
const KEPT = [
  { id: 'b1', name: 'Old Quay', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 800 } },
  { id: 'b2', name: 'The Green', shape: { type: 'Circle', center: [-66, 40.7], radiusMeters: 800 } },
] as unknown as readonly KeptBound[];
const SEARCHES = [
  { id: 's1', document: { version: 1, kinds: ['Land'], lines: [], bounds: [], order: [] } },
] as unknown as readonly SavedSearch[];

describe('what is asked of the market', () => {
  it('is homes for sale over a week, beside the week before, and its cuts, where nothing is said', () => {
    expect(asked('')).toEqual({
      ...{ places: [], kinds: ['Residential'], of: null, over: 'days7', beside: 'before', list: 'cut', order: 'percent' },
    });
    expect(asked('over=always&beside=him&list=all&order=best&kinds=Castle')).toMatchObject({
      ...{ over: 'days7', beside: 'before', list: 'cut', order: 'percent', kinds: [] },
    });
  });
  it('lies between two days only where both are said', () => {
    expect(asked('over=between&from=2026-03-01&to=2026-03-31')).toMatchObject({
      over: 'between',
      from: '2026-03-01',
      to: '2026-03-31',
    });
    expect(asked('over=between&from=2026-03-01')).toMatchObject({ over: 'days7' });
    expect(askOf(asked('over=between&from=2026-03-01&to=2026-03-31'), null)).toEqual({
      ...{ scope: null, over: 'between', from: '2026-03-01', to: '2026-03-31' },
    });
  });

  it.each([
    ['the whole market', 'kinds=all', 'null'],
    ['a kind', '', '"lines":[]'],
    ['a town', 'places=City:Wrenfield', '"field":"City","is":{"anyOf":["Wrenfield"]}'],
    ['two towns', 'places=City:Wrenfield|City:Sedge Ferry', '"is":{"anyOf":["Wrenfield","Sedge Ferry"]}'],
    ['a town or a district', 'places=City:Wrenfield|SubdivisionName:Northgate', '"either":['],
    ['two bounds', 'places=kept:b1|kept:b2', '"keptId":"b2"'],
    ['what a saved search asks for', 'of=s1&places=City:Wrenfield', '"kinds":["Land"]'],
  ])('%s is looked at as a search that can be asked', (_what, query, holds) => {
    const scope = scopeOf(asked(query), KEPT, SEARCHES);
    expect(JSON.stringify(scope)).toContain(holds);
    if (scope) expect(readSearch(JSON.parse(JSON.stringify(scope))).lines).toHaveLength(scope.lines.length);
  });
  it('is unknown where the search or the bound is kept no more', () => {
    expect(scopeOf(asked('of=s9'), KEPT, SEARCHES)).toBeUndefined();
    expect(scopeOf(asked('places=kept:b9'), KEPT, SEARCHES)).toBeUndefined();
  });
  it('has places or bounds, of which what was chosen last stays', () => {
    expect(placesChosen(['City:A'], ['City:A', 'kept:b1'])).toEqual(['kept:b1']);
    expect(placesChosen(['kept:b1', 'kept:b2'], ['kept:b1', 'kept:b2', 'City:A'])).toEqual(['City:A']);
    expect(placesChosen(['City:A'], ['City:A', 'SubdivisionName:B'])).toEqual(['City:A', 'SubdivisionName:B']);
    expect(placesChosen(['City:A', 'City:B'], ['City:B'])).toEqual(['City:B']);
  });
});

describe('what is said of the market', () => {
  it('names where, and what', () => {
    expect(sayPlaces([], KEPT)).toBe('the whole county');
    expect(sayPlaces(['City:Wrenfield', 'kept:b1'], KEPT)).toBe('Wrenfield and Old Quay');
    expect(sayPlaces(['kept:b9'], KEPT)).toBe('a bound that is kept no more');
    expect(sayKinds([])).toBe('everything listed');
    expect(sayKinds(['Residential', 'Land'])).toBe('homes for sale and land');
  });
  it('has signs and shares', () => {
    expect([signed(9), signed(-1200), signed(0), signed(-1.5)]).toEqual(['+9', '−1,200', '0', '−1.5']);
    expect([percent(0.071), percent(0.0003)]).toEqual(['7.1%', '0.0%']);
  });
  it('puts all that goes off under one figure', () => {
    expect(countOf('off', { withdrawn: 1, expired: 2, canceled: 3, onHold: 4, aside: 9 } as unknown as MoveCounts)).toBe(10);
  });
  it('marks what a return often means', () => {
    expect(sayBack({ price: 'cut', after: 'month', homes: 2, guess: 'appraisal' })).toEqual({
      ...{ what: 'with a cut, two to seven weeks after it', guess: 'often the appraisal' },
    });
  });
});
