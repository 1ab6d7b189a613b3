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
  'GET clients/c': { id: 'c', name: 'Amara & Teo', shortlists: [{ id: 's', name: 'Saturday', homes: 2, keys: [] }] },
  'POST shortlists/s/items': { id: 's', name: 'Saturday', items: [] },
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

  it.each([
    ['/listings/OST%201', 'OST 1'],
    ['/search/s1?read=k3&set=all', 'k3'],
    ['/comps/k3', null],
    ['https://elsewhere.example/listings/k3', null],
  ])('is known by its address: %s', (address, key) => {
    expect(linkedHome(address)).toBe(key);
  });
});
