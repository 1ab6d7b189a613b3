// @vitest-environment jsdom
import type { SavedSearch } from '@perambula/contract';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { STARTING_SEARCH, useDraft } from './draft/draft.js';
import { SaveBar } from './SaveBar.js';

const saved = (version: number, kinds: SavedSearch['document']['kinds']): SavedSearch => ({
  id: 's1',
  name: 'Near the ferry',
  clientId: null,
  document: { ...STARTING_SEARCH, kinds },
  version,
  updatedAt: '2026-04-14T13:12:00.000Z',
  alert: null,
});
const bar = <SaveBar count={undefined} search={STARTING_SEARCH} resting />;

beforeEach(() => {
  useDraft.getState().load(saved(3, ['Residential']));
  useDraft.getState().change({ ...STARTING_SEARCH, kinds: ['Land'] });
});

describe('saving a search', () => {
  it('says how much is not saved, and sends it with the version that it comes from', async () => {
    const { asked } = drawn(bar, { 'PUT searches/s1': saved(4, ['Land']) });
    await userEvent.click(screen.getByRole('button', { name: 'Save 1 change' }));
    expect(await screen.findByRole('button', { name: 'Saved' })).toBeTruthy();
    expect(asked.find(({ what }) => what === 'PUT searches/s1')?.body).toMatchObject({
      version: 3,
      document: { kinds: ['Land'] },
    });
    expect(useDraft.getState().version).toBe(4);
  });
  it('that was saved elsewhere meanwhile asks which to go on with, and loses neither', async () => {
    const answers = {
      'PUT searches/s1': () => failing(409, 'search.changed', 'It was saved elsewhere.', { current: saved(5, ['Farm']) }),
    };
    drawn(bar, answers);
    await userEvent.click(screen.getByRole('button', { name: 'Save 1 change' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Keep mine open' }));
    expect(useDraft.getState()).toMatchObject({ version: 3, document: { kinds: ['Land'] } });
    await userEvent.click(screen.getByRole('button', { name: 'Save 1 change' }));
    await userEvent.click((await screen.findAllByRole('button', { name: 'Look at that version' })).at(-1) as HTMLElement);
    expect(useDraft.getState()).toMatchObject({ version: 5, document: { kinds: ['Farm'] } });
  });
  it('whose alert runs asks whether what it adds is sent, and sends it or never does', async () => {
    const alert = { state: 'running' } as SavedSearch['alert'];
    const answers = {
      'PUT searches/s1': { ...saved(4, ['Land']), alert },
      'GET searches/s1/alert/added': { homes: 5, first: ['1 Kelp Rd', '2 Kelp Rd', '3 Kelp Rd'] },
      'POST searches/s1/alert/added': {},
    };
    const { asked } = drawn(bar, answers);
    await userEvent.click(screen.getByRole('button', { name: 'Save 1 change' }));
    expect(await screen.findByText(/1 Kelp Rd · 2 Kelp Rd · 3 Kelp Rd and 2 more\./)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Send these 5' }));
    expect(await screen.findByText('Saved. The 5 homes that it adds go in one message.')).toBeTruthy();
    expect(asked.filter(({ what }) => what.startsWith('POST searches/s1')).map(({ body }) => body)).toEqual([{ send: true }]);
  });
  it('that fails says why, and stays unsaved', async () => {
    drawn(bar, { 'PUT searches/s1': () => failing(503, 'server.failed', 'Something failed on our side.') });
    await userEvent.click(screen.getByRole('button', { name: 'Save 1 change' }));
    expect(await screen.findByText('Something failed on our side.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Save 1 change' })).toBeTruthy();
  });
});
