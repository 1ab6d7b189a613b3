import { readSearch } from '@perambula/core';
import type { EitherLine, FieldLine, Search } from '@perambula/core';
import { describe, expect, it, vi } from 'vitest';

vi.stubGlobal('window', { localStorage: { getItem: () => null, setItem: () => undefined, removeItem: () => undefined } });
const { eitherOf, withMemberLine, withoutMemberLine } = await import('./either.rules.js');

const garage: FieldLine = { id: 'a', field: 'GarageSpaces', is: { atLeast: 2 } };
const basement: FieldLine = { id: 'b', field: 'Basement', is: { anyOf: ['Finished'] } };
const carport: FieldLine = { id: 'c', field: 'CarportSpaces', is: { atLeast: 1 } };
const search: Search = { version: 1, kinds: ['Residential'], lines: [garage], bounds: [], order: [] };

describe('an either', () => {
  it('begins as a line, keeping its place, its weight and an id of its own', () => {
    const either = eitherOf({ ...garage, weight: 'nice' }, search);
    expect(either).toMatchObject({ id: 'a', weight: 'nice', either: [{ field: 'GarageSpaces', is: { atLeast: 2 } }] });
    expect((either.either[0] as FieldLine).id).not.toBe('a');
    // a document that the reader takes
    expect(readSearch({ ...search, lines: [either] }).lines).toEqual([either]);
  });

  it('takes more lines, of which any may hold, or that must hold together', () => {
    const start: EitherLine = { id: 'x', either: [garage] };
    const two = withMemberLine(start, basement, null);
    expect(two.either).toEqual([garage, basement]);
    const three = withMemberLine(two, carport, 1);
    expect(three.either).toEqual([garage, { all: [basement, carport] }]);
    const changed = withMemberLine(three, { ...carport, is: { atLeast: 2 } }, null);
    expect(changed.either[1]).toEqual({ all: [basement, { ...carport, is: { atLeast: 2 } }] });
  });

  it('is a line again when one is left, and gone when none is', () => {
    const either: EitherLine = { id: 'x', either: [garage, { all: [basement, carport] }], weight: 'nice' };
    const one = withoutMemberLine(either, 'b');
    expect(one).toEqual({ id: 'x', either: [garage, carport], weight: 'nice' });
    expect(withoutMemberLine(one as EitherLine, 'a')).toEqual({ ...carport, id: 'x', weight: 'nice' });
    expect(withoutMemberLine({ id: 'x', either: [garage] }, 'a')).toBeNull();
  });
});
