import { fieldOf, FIELDS } from '@perambula/core';
import type { Field, FieldLine, Is, Line, Search } from '@perambula/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { inGroups, shareSaid } from './lines/catalogue.rules.js';
import {
  asTyped,
  choiceIs,
  moveOf,
  valueBegun,
  newLine,
  withChoice,
  wishesOf,
  withLine,
  withMove,
  withoutLine,
} from './lines/lineEditing.rules.js';
import { metresOf } from './where/radius.rules.js';
import { statusEntries, statusIs } from './lines/statusEditing.rules.js';
import { textIs, textTyped, textWaysOf, wordsIs, wordsTyped } from './lines/textEditing.rules.js';
import type { WordsTyped } from './lines/textEditing.rules.js';

vi.stubGlobal('window', { localStorage: { getItem: () => null, setItem: () => undefined, removeItem: () => undefined } });
const { changesUnsaved, freshId, isUnfinished, STARTING_SEARCH, useDraft } = await import('./draft/draft.js');

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
  it('find a text in each of its ways, and a street first by any spelling', () => {
    for (const name of ['StreetName', 'UnparsedAddress'])
      for (const way of textWaysOf(field(name)))
        expect(textTyped(field(name), textIs(way, ' 55 Net ') ?? undefined)).toEqual({ way, typed: '55 Net' });
    expect(textTyped(field('StreetName'), undefined)).toEqual({ way: 'sameStreet', typed: '' });
    expect(textTyped(field('UnparsedAddress'), { blank: true })).toEqual({ way: 'contains', typed: '' });
    expect(textIs('contains', ' ')).toBeNull();
    expect(choiceIs('noneOf', [])).toBeNull();
  });
  it('begin empty, but for what is yes or no', () => {
    const begun = (name: string): unknown => newLine({ field: field(name), is: null });
    expect(begun('ListPrice')).toEqual({ id: expect.any(String) as string, field: 'ListPrice' });
    expect(begun('WaterfrontYN')).toMatchObject({ field: 'WaterfrontYN', is: { yes: true } });
  });
  it('stand whole where the catalogue offered them so, and go with what is chosen already', () => {
    const townhouse = { field: field('PropertySubType'), is: { anyOf: ['Townhouse'] } };
    expect(newLine(townhouse).is).toEqual({ anyOf: ['Townhouse'] });
    const there = { id: 'a', field: 'PropertySubType', is: { anyOf: ['Condominium'] } };
    expect(withChoice(there, townhouse)?.is).toEqual({ anyOf: ['Condominium', 'Townhouse'] });
    expect(withChoice({ ...there, is: { noneOf: ['Condominium'] } }, townhouse)).toBeNull();
    expect(withChoice(there, { field: field('PropertySubType'), is: null })).toBeNull();
  });
  it.each([
    ['ga', 'ga'],
    ['Oil, nat', 'nat'],
    ['not heat pump or na', 'na'],
    ['all of Oil', ''],
    ['oil', ''],
    ['', ''],
  ])('narrow the values to pick from: “%s” by “%s”', (typed, begun) =>
    expect(valueBegun(typed, ['Oil', 'Heat Pump', 'Natural Gas'])).toBe(begun),
  );
  it('take a small price as typed when told to', () =>
    expect(asTyped('450', field('ListPrice'))).toEqual({ is: { atMost: 450 } }));
});

describe('words typed', () => {
  it.each<[WordsTyped, Is | null]>([
    [{ mode: 'anyOf', typed: 'workshop, studio', stem: false }, { words: { anyOf: ['workshop', 'studio'] } }],
    [{ mode: 'noneOf', typed: 'needs work', stem: true }, { words: { noneOf: ['needs work'], stem: true } }],
    [{ mode: 'phrase', typed: 'water view, deck', stem: false }, { words: { phrase: 'water view, deck' } }],
    [{ mode: 'allOf', typed: ' , ', stem: false }, null],
  ])('%j make %j, and read back', (typed, is) => {
    expect(wordsIs(typed)).toEqual(is);
    if (is) expect(wordsTyped(is)).toEqual(typed);
  });
});

describe('statuses with times of their own', () => {
  it('stand in their own order, as plain statuses while none has a time', () => {
    expect(statusIs([{ status: 'Closed' }, { status: 'Active' }])).toEqual({ anyOf: ['Active', 'Closed'] });
    const is: Is = { oneOf: [{ status: 'Active' }, { status: 'Closed', since: '2025-10-01' }] };
    expect(statusIs([...is.oneOf].reverse())).toEqual(is);
    expect(statusEntries(is)).toEqual(is.oneOf);
    expect(statusIs([])).toBeNull();
    expect(statusEntries({ noneOf: ['Hold'] }).map(({ status }) => status)).not.toContain('Hold');
  });
});

describe('the catalogue', () => {
  it('says how often a field is filled in, never rounding up to all or down to none', () => {
    const said = (name: string, share: number | null): string => shareSaid(field(name), { [name]: share });
    expect(said('Basement', 0.998)).toBe('99% filled in');
    expect(said('Basement', 0.001)).toBe('1% filled in');
    expect(said('Basement', 0)).toBe('never filled in');
    expect(said('ListPrice', 1)).toBe('always filled in');
    expect(said('LeaseTerm', null)).toBe('not of these kinds');
    expect(shareSaid(field('ListPrice'), undefined)).toBe('');
  });
  it('keeps every field when it puts them into groups', () => {
    expect(new Set(inGroups(FIELDS, (each) => each))).toEqual(new Set(FIELDS));
  });
});

describe('what would be nice', () => {
  it('has a word for each such line', () => {
    const lines: Line[] = [
      { id: 'v', field: 'ViewYN', is: { yes: true }, weight: 'nice' },
      { id: 'w', field: 'PublicRemarks', is: { words: { anyOf: ['shed'] } }, weight: 'nice', name: 'a shed' },
    ];
    expect([...wishesOf({ ...search, lines: [...search.lines, ...lines] })]).toEqual([
      ['v', 'Has a view'],
      ['w', 'a shed'],
    ]);
  });
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
    const either: Search = { ...search, lines: [{ id: 'x', either: [{ id: 'l2', field: 'Baths', is: { atLeast: 2 } }] }] };
    expect(freshId(either)).not.toBe('l2');
  });
  it('is unfinished once something was done to it, and goes on where it was left', () => {
    const state = useDraft.getState;
    state().startNew(null, search);
    expect(isUnfinished(state())).toBe(false);
    const first = state().draftId;
    state().change(ceiling(400_000));
    expect(isUnfinished(state())).toBe(true);
    const kept = { ...state(), id: state().draftId, updatedAt: '' };
    state().startNew(null);
    expect(state().draftId).not.toBe(first);
    state().resume(kept, null);
    expect(state()).toMatchObject({ draftId: first, document: ceiling(400_000) });
    expect(isUnfinished(state())).toBe(true);
  });
  it('is copied into one of its own, which saves over nothing', () => {
    const state = useDraft.getState;
    state().load({ id: 's', clientId: 'c', name: 'Near', document: search, version: 3, updatedAt: '', alert: null });
    state().copy();
    expect(state()).toMatchObject({ searchId: null, clientId: 'c', name: 'Near, a copy', saved: null, document: search });
    expect(isUnfinished(state())).toBe(true);
  });
});

describe('a line on how the price moved', () => {
  const line: FieldLine = { id: 'a', field: 'PriceChangeTimestamp', is: { last: 'P30D' } };

  it('is any move until a way or an amount is chosen', () => {
    expect(moveOf('either', null, 'percent')).toBeUndefined();
    expect(moveOf('either', 0, 'dollars')).toBeUndefined();
    expect(moveOf('down', null, 'percent')).toEqual({ way: 'down' });
    expect(moveOf('either', 5, 'dollars')).toEqual({ way: 'either', dollars: 5 });
  });

  it('keeps its move when only the time is typed anew, and takes one that is typed', () => {
    const down = withMove(line, { way: 'down', percent: 5 });
    expect(withMove(down, undefined)).toEqual(line);
  });
});
