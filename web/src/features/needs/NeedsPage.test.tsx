// @vitest-environment jsdom
import type { ClientFile, ClientNeed } from '@perambula/contract';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { useDraft } from '../searches/index.js';
import { NeedsPage } from './NeedsPage.js';

const person = (id: string, name: string) => ({ id, name, email: `${id}@lindqvist.example` });
const SAVED = {
  id: 's1',
  clientId: 'c1',
  name: 'Near the ferry',
  version: 1,
  document: {
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 'beds', field: 'BedroomsTotal', is: { atLeast: 2 } }],
    bounds: [],
    order: [],
  },
};
const FILE = {
  id: 'c1',
  name: 'Amara & Teo Lindqvist',
  people: [person('p1', 'Amara Lindqvist'), person('p2', 'Teo Lindqvist')],
  savedSearches: [SAVED],
} as unknown as ClientFile;
const need = (id: string, of: Partial<ClientNeed>): ClientNeed => ({
  id,
  question: 'must',
  personId: 'p1',
  words: '',
  line: null,
  day: null,
  saidAt: '2026-04-14T12:00:00Z',
  ...of,
});
const answers = (needs: ClientNeed[], others: object = {}) => ({
  'GET clients/c1': FILE,
  'GET clients/c1/needs': needs,
  'GET clock': { now: '2026-04-14T13:12:00Z', zone: 'America/New_York', movable: true },
  'GET searches/choices': {},
  'GET bounds': [],
  'GET starting-sets': [],
  'POST searches/count': { fit: 31, unknown: 4, missByOne: 9, lines: [], asOf: 1 },
  ...others,
});
const page = (needs: ClientNeed[], others: object = {}) =>
  drawn(
    <Routes>
      <Route path="/clients/:clientId/needs" element={<NeedsPage />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    answers(needs, others),
    '/clients/c1/needs',
  );

beforeEach(() => useDraft.getState().startNew(null));

describe('the talk on what they need', () => {
  it('keeps an answer as it was said, by whoever speaks, and keeps the words where that fails', async () => {
    let works = false;
    const { asked } = page([], {
      'POST clients/c1/needs': (body: object) =>
        works ? need('n1', body) : failing(503, 'server.failed', 'The server cannot just now.'),
    });
    const must = within(await screen.findByRole('region', { name: 'What must it have?' }));
    await userEvent.click(screen.getByText('Teo'));
    const field = must.getByRole<HTMLInputElement>('textbox');
    await userEvent.type(field, '3 beds{Enter}');
    expect(await screen.findByText('The server cannot just now.')).toBeTruthy();
    expect(field.value).toBe('3 beds');
    works = true;
    await userEvent.click(must.getByRole('button', { name: 'Add' }));
    await expect.poll(() => field.value).toBe('');
    const said = asked.filter(({ what }) => what === 'POST clients/c1/needs').map(({ body }) => body);
    expect(said[1]).toEqual({ question: 'must', personId: 'p2', words: '3 beds' });
  });

  it('shows how each answer was read, what no listing tells, and whose it is', async () => {
    page([need('n1', { words: '3 beds, a good feeling' }), need('n2', { personId: null, question: 'nice', words: 'a garage' })]);
    const must = await screen.findByRole('region', { name: 'What must it have?' });
    expect(must.textContent).toContain('Beds: 3 or more');
    expect(must.textContent).toContain('no listing tells: “good feeling”; kept as a note');
    const makes = screen.getByRole('complementary', { name: 'What it makes' });
    expect(
      within(makes)
        .getAllByRole('listitem')
        .map(({ textContent }) => textContent),
    ).toEqual(['Beds: 3 or moreAmara', 'nice to have · Garage: 1 space or moreall of them', 'good feelingAmara']);
    expect((await within(makes).findByText('31')).parentElement?.textContent).toBe('31 fit · 4 unknown · 9 miss by one');
  });

  it('says an answer anew once, and knows no name of who left', async () => {
    const { asked } = page([need('n1', { words: '3 beds', personId: 'gone' })], {
      'PUT clients/c1/needs/n1': (body: object) => need('n1', body),
    });
    expect((await screen.findAllByText('somebody who left')).length).toBeGreaterThan(0);
    await userEvent.click(screen.getByRole('button', { name: '3 beds. Change' }));
    const field = screen.getByRole('textbox', { name: 'Said anew' });
    await userEvent.clear(field);
    await userEvent.type(field, '4 beds{Enter}');
    await expect.poll(() => screen.queryByRole('textbox', { name: 'Said anew' })).toBeNull();
    const said = asked.filter(({ what }) => what === 'PUT clients/c1/needs/n1').map(({ body }) => body);
    expect(said).toEqual([{ question: 'must', personId: 'gone', line: null, day: null, words: '4 beds' }]);
  });

  it('names two answers that no home meets together', async () => {
    page([need('n1', { words: 'under 300k' }), need('n2', { personId: 'p2', words: 'over 400k' })]);
    expect(await screen.findByText(/no home is both “under 300k” and “over 400k”/)).toBeTruthy();
  });

  it('is put into their search as one change that can be undone, and saves nothing', async () => {
    page([need('n1', { words: '3 beds' })]);
    await userEvent.click(await screen.findByRole('button', { name: 'Put into “Near the ferry” · 1 change' }));
    const { searchId, document, saved } = useDraft.getState();
    expect(searchId).toBe('s1');
    expect(document.lines.map((line) => 'is' in line && line.is)).toEqual([{ atLeast: 3 }]);
    expect(saved).toEqual(SAVED.document);
    useDraft.getState().undo();
    expect(useDraft.getState().document).toEqual(SAVED.document);
  });

  it('begins a search of theirs, and says where a search asks all of it', async () => {
    page([need('n1', { words: '2 beds' })]);
    expect((await screen.findByText(/asks all of it/)).textContent).toBe('Near the ferry asks all of it.');
    await userEvent.click(screen.getByRole('button', { name: 'Begin a search with these' }));
    const { clientId, searchId, document } = useDraft.getState();
    expect({ clientId, searchId }).toEqual({ clientId: 'c1', searchId: null });
    expect(document.lines.map((line) => 'field' in line && line.field)).toEqual(['Status', 'BedroomsTotal']);
  });
});
