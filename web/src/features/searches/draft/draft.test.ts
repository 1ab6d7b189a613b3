import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Search } from '@perambula/core';

vi.stubGlobal('window', { localStorage: { getItem: () => null, setItem: () => undefined, removeItem: () => undefined } });
const { changesUnsaved, freshId, isUnfinished, STARTING_SEARCH, useDraft } = await import('./draft.js');

const search: Search = {
  version: 1,
  kinds: ['Residential'],
  lines: [{ id: 'a', field: 'ListPrice', is: { atMost: 450_000 } }],
  bounds: [],
  order: [],
};

describe('the draft', () => {
  beforeEach(() =>
    useDraft.getState().load({ id: 's', clientId: null, name: 'Near', document: search, version: 1, updatedAt: '', alert: null }),
  );
  const ceiling = (atMost: number): Search => ({ ...search, lines: [{ id: 'a', field: 'ListPrice', is: { atMost } }] });

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
