// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Link } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { useOpenFile } from '../../shared/openFile.js';
import { drawn } from '../../testing/drawn.js';
import { AddToShortlist } from './AddToShortlist.js';
import { linkedHome } from './linkedHome.js';
import { ShortlistAnywhere } from './ShortlistAnywhere.js';

const Page = () => (
  <>
    <ShortlistAnywhere>
      <span>The file</span>
    </ShortlistAnywhere>
    <Link to="/listings/k2">2 Lantern Ln</Link>
    <AddToShortlist keys={['k7', 'k8']} onDone={() => undefined} />
  </>
);
const ANSWERS = {
  'GET clients': [{ id: 'c', name: 'Amara & Teo' }],
  'GET shortlists': [
    { id: 's', clientId: 'c', name: 'Saturday', archivedAt: null, items: [] },
    { id: 'o', clientId: null, name: 'Worth a look', archivedAt: null, items: [] },
    { id: 'p', clientId: 'c', name: 'Put away', archivedAt: '2026-04-01T13:00:00Z', items: [] },
  ],
  'POST shortlists/s/items': { id: 's', name: 'Saturday', items: [] },
  'POST shortlists': { id: 'n', name: 'Rentals to watch', items: [] },
};
/** Says whose list it is, and chooses the one there is. */
const choose = async (): Promise<void> => {
  await userEvent.click(await screen.findByRole('combobox', { name: 'Whose shortlist' }));
  await userEvent.click(await screen.findByTitle('Amara & Teo'));
  await userEvent.click(await screen.findByRole('button', { name: /^Saturday/ }));
};

beforeEach(() => useOpenFile.setState({ clientId: null }));

describe('a home put on a shortlist', () => {
  it.each([
    ['whose link has the focus, by a key', true, ['k2']],
    ['those that are chosen, by the same key', false, ['k7', 'k8']],
  ])('is %s', async (_which, isFocused, listingKeys) => {
    const { asked } = drawn(<Page />, ANSWERS);
    if (isFocused) screen.getByRole('link', { name: '2 Lantern Ln' }).focus();
    await userEvent.keyboard('s');
    await choose();
    expect(asked.find(({ what }) => what.startsWith('POST'))?.body).toEqual({ listingKeys });
  });

  it('is one that is dragged onto the file', async () => {
    const { asked } = drawn(<Page />, ANSWERS);
    const address = `${window.location.origin}/listings/k5`;
    fireEvent.drop(screen.getByText('The file'), { dataTransfer: { types: ['text/uri-list'], getData: () => address } });
    await choose();
    expect(asked.find(({ what }) => what.startsWith('POST'))?.body).toEqual({ listingKeys: ['k5'] });
  });

  it('is put on a new one of the agent’s own, also while a file is open', async () => {
    useOpenFile.setState({ clientId: 'c' });
    const { asked } = drawn(<Page />, ANSWERS);
    await userEvent.keyboard('s');
    expect(await screen.findByRole('button', { name: /^Saturday/ })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^(Put away|Worth a look)/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Or on one of your own' }));
    expect(await screen.findByRole('button', { name: /^Worth a look/ })).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Name of a new shortlist'), 'Rentals to watch{enter}');
    expect(asked.find(({ what }) => what === 'POST shortlists')?.body).toEqual({
      ...{ clientId: null, name: 'Rentals to watch', listingKeys: ['k7', 'k8'] },
    });
  });

  it.each([
    ['/listings/OST%201', 'OST 1'],
    ['/search/s1?read=k3&set=all', 'k3'],
    ['/comps/k3', null],
    ['https://elsewhere.example/listings/k3', null],
  ])('is known by its address: %s', (address, key) => {
    expect(linkedHome(address)).toBe(key);
  });
});
