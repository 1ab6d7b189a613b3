// @vitest-environment jsdom
import type { ClientFile, Learned as LearnedAnswer, LearnedChange } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { useDraft } from '../searches/index.js';
import { Learned } from './Learned.js';
import { sayEffect, sayHowSure } from './learned.rules.js';

const SEARCH: Search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
const WITH_LINE: Search = { ...SEARCH, lines: [{ id: 'answers-YearBuilt', field: 'YearBuilt', is: { atLeast: 1965 } }] };
const FILE = {
  id: 'c1',
  savedSearches: [{ id: 's1', clientId: 'c1', name: 'First home', version: 3, document: SEARCH }],
} as unknown as ClientFile;
const CHANGE: LearnedChange = {
  key: 's1/p1/YearBuilt/narrower',
  searchId: 's1',
  searchName: 'First home',
  person: 'Bashir',
  label: 'Year built',
  before: null,
  after: '1965 or more',
  evidence: {
    liked: { with: 6, without: 0 },
    refused: { with: 1, without: 5 },
    said: 3,
    refusedWithout: { low: 0.478, high: 1 },
  },
  likedOutside: 0,
  document: WITH_LINE,
  adds: 0,
  drops: 34,
};
const of = (learned: Partial<LearnedAnswer>): Record<string, unknown> => ({
  'GET clients/c1/learned': { changes: [], begin: null, ...learned },
});

describe('what a client’s answers say', () => {
  it('is nothing where they say nothing', async () => {
    const { asked } = drawn(<Learned file={FILE} />, of({}));
    await expect.poll(() => asked.length).toBe(1);
    expect(screen.queryByRole('region')).toBeNull();
  });

  it('shows the split that it rests on, and is tried in the search without being saved', async () => {
    drawn(<Learned file={FILE} />, of({ changes: [CHANGE] }));
    const section = await screen.findByRole('region', { name: 'What their answers say' });
    expect(within(section).getByText('6 of 6 are so')).toBeTruthy();
    expect(within(section).getByRole('img', { name: '1 that are so, 5 that are not' })).toBeTruthy();
    expect(section.textContent).toContain('Their words speak of it in 3 refusals. At least 48% of homes that are not so');
    await userEvent.click(screen.getByRole('button', { name: 'Try Year built: 1965 or more in the search' }));
    const { searchId, document, saved } = useDraft.getState();
    expect({ searchId, document, saved }).toEqual({ searchId: 's1', document: WITH_LINE, saved: SEARCH });
    // and taken back by one step
    useDraft.getState().undo();
    expect(useDraft.getState().document).toEqual(SEARCH);
  });

  it('is set aside when it is not so', async () => {
    const { asked } = drawn(<Learned file={FILE} />, { ...of({ changes: [CHANGE] }), 'POST clients/c1/learned/aside': {} });
    await userEvent.click(await screen.findByRole('button', { name: 'Set aside Year built: 1965 or more' }));
    await expect.poll(() => asked.find(({ what }) => what.startsWith('POST'))?.body).toEqual({ key: CHANGE.key });
  });

  it('begins a search for whoever has none', async () => {
    const begin = { document: WITH_LINE, sentence: 'Homes built since 1965.', homes: 4, fit: 112 };
    drawn(<Learned file={FILE} />, of({ begin }));
    await userEvent.click(await screen.findByRole('button', { name: 'Look at this search' }));
    expect(useDraft.getState()).toMatchObject({ searchId: null, clientId: 'c1', document: WITH_LINE, begun: true });
  });
});

describe('what a change would do', () => {
  it('is said in homes', () => {
    const said = (adds: number, drops: number): string => sayEffect({ searchName: 'First home', adds, drops });
    expect(said(0, 1)).toBe('“First home” would lose 1 home.');
    expect(said(1200, 0)).toBe('“First home” would gain 1,200 homes.');
    expect(said(2, 3)).toBe('“First home” would gain 2 homes and lose 3 homes.');
    expect(said(0, 0)).toBe('It would change nothing in “First home” today.');
  });
  it('is as sure as the answers leave it', () => {
    const evidence = { liked: { with: 9, without: 1 }, refused: { with: 0, without: 9 }, said: 0 };
    expect(sayHowSure({ ...evidence, refusedWithout: { low: 0.555, high: 0.9975 } })).toBe(
      'From 56% to 100% of homes that are not so are refused (95% sure).',
    );
  });
});
