import { fieldOf } from '@perambula/core';
import type { Field, Search } from '@perambula/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { asTyped, choiceIs, textIs, textOf, withLine, withoutLine } from './lineEditing.rules.js';
import { metresOf } from './radius.rules.js';

vi.stubGlobal('window', { localStorage: { getItem: () => null, setItem: () => undefined, removeItem: () => undefined } });
const { changesUnsaved, freshId, STARTING_SEARCH, useDraft } = await import('./draft.js');

const field = (name: string): Field => fieldOf(name) as Field;
const search: Search = {
  version: 1,
  kinds: ['Residential'],
  lines: [{ id: 'a', field: 'ListPrice', is: { atMost: 450_000 } }],
  bounds: [],
  order: [],
};

describe('metresOf', () => {
  it.each([
    ['½', 804.672],
    ['0.5 mi', 804.672],
    ['1/2', 804.672],
    ['1½ miles', 2414.016],
    ['800 ft', 243.84],
    ['3', 4828.032],
  ])('reads %s', (text, metres) => expect(metresOf(text)).toBeCloseTo(metres, 3));
  it.each(['', 'far', '0', '-1', '900'])('does not take “%s”', (text) => expect(metresOf(text)).toBeNull());
});

describe('lines', () => {
  it('are put in place, added and removed', () => {
    expect(withLine(search, { id: 'a', field: 'ListPrice', is: { atMost: 1 } }).lines).toHaveLength(1);
    expect(withLine(search, { id: 'b', field: 'Baths', is: { atLeast: 1.5 } }).lines.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(withoutLine(search, 'a').lines).toEqual([]);
  });
  it('read words, streets and addresses as they were typed', () => {
    for (const [name, typed] of [
      ['PublicRemarks', 'workshop, studio'],
      ['StreetName', '1st St'],
      ['UnparsedAddress', '55 Net'],
    ] as const)
      expect(textOf(textIs(field(name), typed) ?? undefined)).toBe(typed);
    expect(textIs(field('PublicRemarks'), ' ')).toBeNull();
    expect(choiceIs('noneOf', [])).toBeNull();
  });
  it('take a small price as typed when told to', () =>
    expect(asTyped('450', field('ListPrice'))).toEqual({ is: { atMost: 450 } }));
});

describe('the draft', () => {
  beforeEach(() =>
    useDraft.getState().load({ id: 's', clientId: null, name: 'Near', document: search, version: 1, updatedAt: '', alert: null }),
  );
  const ceiling = (atMost: number): Search => withLine(search, { id: 'a', field: 'ListPrice', is: { atMost } });

  it('takes letters typed into one line back in one step, and does them again', () => {
    const { change, undo, redo } = useDraft.getState();
    change(ceiling(4), 'a');
    change(ceiling(46), 'a');
    change(ceiling(460_000), 'a');
    undo();
    expect(useDraft.getState().document).toEqual(search);
    redo();
    expect(useDraft.getState().document).toEqual(ceiling(460_000));
  });
  it('counts what is not saved', () => {
    expect(changesUnsaved(useDraft.getState())).toBe(0);
    useDraft.getState().change({
      ...ceiling(1),
      kinds: ['Land'],
      bounds: [{ id: 'k', mode: 'in', shape: { type: 'Circle', center: [0, 0], radiusMeters: 1 } }],
    });
    expect(changesUnsaved(useDraft.getState())).toBe(3);
  });
  it('begins anew with the starting lines, and gives ids that nothing has', () => {
    useDraft.getState().startNew('c');
    expect(useDraft.getState()).toMatchObject({ searchId: null, clientId: 'c', document: STARTING_SEARCH });
    expect(search.lines.map(({ id }) => id)).not.toContain(freshId(search));
  });
});
