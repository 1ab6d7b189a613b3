// @vitest-environment jsdom
import type { FeedState, Setup } from '@perambula/contract';
import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { SetupPage } from './SetupPage.js';

const SETUP: Setup = {
  mail: { server: 'mail.office.example', from: 'alerts@office.example', failure: null, takesBounces: false },
  record: { from: null, parcels: null, refused: 0, reasons: [], failure: null },
  files: [
    { name: 'far.geojson', isFor: 'the map', isThere: true },
    { name: 'roads.geojson', isFor: 'minutes on the roads', isThere: false },
  ],
};
const FEED: FeedState = {
  address: null,
  chosen: false,
  first: null,
  doing: 'waiting',
  read: 0,
  failure: null,
  hasReadAll: true,
  readUntil: null,
  listings: { fromFeed: 0, fromFiles: 0, onMarket: 0, removed: 0 },
  missing: null,
  changes: 0,
  openHouses: 0,
  rejects: [],
};
const part = async (title: string): Promise<HTMLElement> =>
  (await screen.findByRole('heading', { name: title })).closest('li') as HTMLElement;

describe('setting up', () => {
  it('says of each part whether it was tried and what is missing', async () => {
    drawn(<SetupPage />, { 'GET setup': SETUP, 'GET feed': FEED });
    const listings = await part('Listings');
    expect(within(listings).getByLabelText('not tried yet')).toBeTruthy();
    expect(listings.textContent).toContain('No feed is read yet.');
    expect((await part('The county’s files')).textContent).toContain('roads.geojson minutes on the roadsmissing');
    expect((await part('Mail')).textContent).toContain('not handed on');
  });
  it('says where the public record comes from, and which of its rows were set aside', async () => {
    const of = (record: Partial<Setup['record']>): void =>
      void drawn(<SetupPage />, { 'GET setup': { ...SETUP, record: { ...SETUP.record, ...record } }, 'GET feed': FEED });
    of({ from: 'file', parcels: 23_000, refused: 1, reasons: ['Row 7: it has no parcel number.'] });
    const read = await part('Public record');
    expect(within(read).getByLabelText('works')).toBeTruthy();
    expect(read.textContent).toContain('23,000 parcels, from the assessor’s file.1 row was set asideRow 7');
    cleanup();
    of({ from: 'file', failure: 'No column holds parcel numbers.' });
    expect(within(await part('Public record')).getByLabelText('does not work')).toBeTruthy();
    cleanup();
    of({});
    expect((await part('Public record')).textContent).toContain('ASSESSOR_FILE');
  });
  it('says that a feed works, and why another does not', async () => {
    const address = 'https://feed.example/odata';
    drawn(<SetupPage />, {
      'GET setup': SETUP,
      'GET feed': { ...FEED, address, listings: { ...FEED.listings, onMarket: 1234 } },
    });
    expect((await part('Listings')).textContent).toContain('1,234 listings on the market, from https://feed.example/odata.');
    drawn(<SetupPage />, { 'GET setup': SETUP, 'GET feed': { ...FEED, address, failure: 'It does not answer.' } });
    expect(await screen.findByText('It does not answer.')).toBeTruthy();
    expect(screen.getByLabelText('does not work')).toBeTruthy();
  });
  it('sends a message to try mail, and says why when it is not taken', async () => {
    let isBroken = true;
    drawn(<SetupPage />, {
      'GET setup': SETUP,
      'GET feed': FEED,
      'POST setup/message': () =>
        isBroken
          ? failing(502, 'mail.refused', 'The mail server does not take it: no such user.')
          : { to: 'ines@calloway.example' },
    });
    const user = userEvent.setup({ delay: null });
    const mail = await part('Mail');
    await user.click(within(mail).getByRole('button'));
    expect(await within(mail).findByText('The mail server does not take it: no such user.')).toBeTruthy();
    isBroken = false;
    await user.click(within(mail).getByRole('button'));
    expect(await within(mail).findByText(/See whether it arrives at ines@calloway\.example/)).toBeTruthy();
    expect(within(mail).getByLabelText('works')).toBeTruthy();
  });
});
