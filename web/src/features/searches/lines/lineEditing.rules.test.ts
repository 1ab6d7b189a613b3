import { fieldOf, readSearch } from '@perambula/core';
import type { Field, FieldLine, Search } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import {
  asTyped,
  choiceIs,
  chosenValues,
  choiceMode,
  moveOf,
  newLine,
  valueBegun,
  wishesOf,
  withChoice,
  withLine,
  withMove,
  withoutLine,
} from './lineEditing.rules.js';

const field = (name: string): Field => fieldOf(name) as Field;
const beds: FieldLine = { id: 'a', field: 'BedroomsTotal', is: { atLeast: 3 } };
const heat: FieldLine = { id: 'b', field: 'Heating', is: { anyOf: ['Heat Pump'] } };
const search: Search = {
  version: 1,
  kinds: ['Residential'],
  lines: [beds, heat],
  bounds: [{ id: 'k', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 800 } }],
  order: [],
};

describe('the lines of a search', () => {
  it('are changed where they stand, and added at the end', () => {
    const changed = { ...beds, is: { atLeast: 4 } } as const;
    expect(withLine(search, changed).lines).toEqual([changed, heat]);
    const garage: FieldLine = { id: 'c', field: 'GarageSpaces', is: { atLeast: 1 } };
    expect(withLine(search, garage).lines).toEqual([beds, heat, garage]);
    expect(search.lines).toEqual([beds, heat]);
  });

  it('are left out by their id, bounds as well', () => {
    expect(withoutLine(search, 'a').lines).toEqual([heat]);
    expect(withoutLine(search, 'k').bounds).toEqual([]);
    expect(withoutLine(search, 'none')).toEqual(search);
  });
});

describe('choices', () => {
  it.each(['anyOf', 'allOf', 'noneOf'] as const)('of %s come back as they were chosen', (mode) => {
    const is = choiceIs(mode, ['Radiant', 'Heat Pump']) ?? undefined;
    expect([choiceMode(is), chosenValues(is)]).toEqual([mode, ['Radiant', 'Heat Pump']]);
  });

  it('of none are no test', () => {
    expect(choiceIs('anyOf', [])).toBeNull();
    expect(chosenValues({ oneOf: [{ status: 'Closed', last: 'P30D' }] })).toEqual(['Closed']);
    expect(chosenValues({ atLeast: 3 })).toEqual([]);
  });

  it('of the catalogue join a line of the same field, each once, where both mean any of', () => {
    const entry = { field: field('Heating'), is: { anyOf: ['Radiant', 'Heat Pump'] } };
    expect(withChoice(heat, entry)?.is).toEqual({ anyOf: ['Heat Pump', 'Radiant'] });
    expect(withChoice({ ...heat, is: { noneOf: ['Oil'] } }, entry)).toBeNull();
  });

  it.each([
    ['ga', 'ga'],
    ['Oil, nat', 'nat'],
    ['not heat pump or na', 'na'],
    ['none of na', 'na'],
    ['all of Oil', ''],
    ['oil', ''],
    // a word that only begins as one of those between values does
    ['Oregon', 'oregon'],
    ['', ''],
  ])('are offered by what is typed of the last one: “%s” by “%s”', (typed, begun) =>
    expect(valueBegun(typed, ['Oil', 'Heat Pump', 'Natural Gas'])).toBe(begun),
  );
});

describe('a line of the catalogue', () => {
  it('asks for a yes where yes or no is what it has, and for nothing yet where a figure is wanted', () => {
    expect(newLine({ field: field('PoolPrivateYN'), is: null })).toMatchObject({ field: 'PoolPrivateYN', is: { yes: true } });
    expect(newLine({ field: field('ListPrice'), is: null })).not.toHaveProperty('is');
    const chosen = newLine({ field: field('Heating'), is: { anyOf: ['Radiant'] } }) as FieldLine;
    expect(readSearch({ ...search, lines: [chosen] }).lines).toEqual([chosen]);
  });

  it('takes a value as it is typed when thousands are not to be read into it', () => {
    expect(asTyped('450', field('ListPrice'))).toMatchObject({ is: { atMost: 450 } });
  });
});

describe('a move of the price', () => {
  it('is any move, a way, or a way by an amount', () => {
    expect(moveOf('either', null, 'percent')).toBeUndefined();
    expect(moveOf('down', null, 'percent')).toEqual({ way: 'down' });
    expect(moveOf('down', 2, 'percent')).toEqual({ way: 'down', percent: 2 });
    expect(moveOf('up', 5000, 'dollars')).toEqual({ way: 'up', dollars: 5000 });
    expect(moveOf('down', 0, 'dollars')).toEqual({ way: 'down' });
  });

  it('goes from its line when it is any', () => {
    const line: FieldLine = { id: 'p', field: 'PriceChangeTimestamp', is: { last: 'P7D' }, moved: { way: 'down' } };
    expect(withMove(line, undefined)).toEqual({ id: 'p', field: 'PriceChangeTimestamp', is: { last: 'P7D' } });
    expect(withMove(line, { way: 'up' }).moved).toEqual({ way: 'up' });
  });
});

it('what would be nice is said in a word or two, by the name it was given before all', () => {
  const nice = (line: FieldLine): FieldLine => ({ ...line, weight: 'nice' });
  const lines = [
    beds,
    nice(heat),
    nice({ id: 'c', field: 'PublicRemarks', is: { words: { anyOf: ['workshop', 'studio'] } } }),
    nice({ id: 'd', field: 'GarageSpaces', is: { atLeast: 2 } }),
    nice({ id: 'e', field: 'GarageSpaces', is: { atLeast: 2 }, name: 'room for the boat' }),
  ];
  expect([...wishesOf({ ...search, lines })]).toEqual([
    ['b', 'Heat Pump'],
    ['c', 'workshop or studio'],
    ['d', field('GarageSpaces').label],
    ['e', 'room for the boat'],
  ]);
});
