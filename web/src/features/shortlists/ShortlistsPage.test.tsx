// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { describe, expect, it, vi } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { ShortlistsPage } from './ShortlistsPage.js';

vi.mock('../homesMap/index.js', () => ({ HomesOnMap: () => null }));

const item = (id: string, more: Partial<ShortlistItem> = {}): ShortlistItem => ({
  id,
  listingKey: id,
  note: '',
  stage: 'considering',
  why: '',
  ownPosition: null,
  addedAt: '2026-04-01T13:00:00Z',
  sinceAdded: { price: null, status: null },
  anew: null,
  sentAt: null,
  sinceSent: null,
  openHouses: [],
  listing: {
    ListingKey: id,
    UnparsedAddress: `${id} Lantern Ln, Port Ostrey`,
    StreetNumber: id,
    StreetName: 'Lantern',
    StreetSuffix: 'Ln',
    City: 'Port Ostrey',
    ListPrice: 100_000 * Number(id),
    StandardStatus: 'Active',
  } as unknown as ShortlistItem['listing'],
  reactions: [],
  ...more,
});
const list = (items: readonly ShortlistItem[], more: Partial<Shortlist> = {}): Shortlist => ({
  id: 's',
  clientId: 'c',
  clientName: 'Amara & Teo',
  name: 'For Saturday',
  sharedAt: null,
  archivedAt: null,
  items,
  ...more,
});
const streets = (): (string | null)[] => screen.getAllByRole('link', { name: /^\d Lantern Ln$/ }).map((each) => each.textContent);

describe('the page of a shortlist', () => {
  it('tells what changed since the household was told, and what a home sold for', async () => {
    const sold = item('2');
    const listing = { ...sold.listing, StandardStatus: 'Closed', ClosePrice: 190_000, CloseDate: '2026-04-03' };
    drawn(<ShortlistsPage />, {
      'GET shortlists': [
        list([
          item('1', {
            sinceAdded: { price: { from: 120_000, to: 100_000 }, status: null },
            sentAt: '2026-04-10T13:00:00Z',
            sinceSent: { price: { from: 105_000, to: 100_000 }, status: null },
          }),
          { ...sold, listing },
        ]),
      ],
    });
    const [first, second] = await screen.findAllByRole('listitem');
    expect(first?.textContent).toMatch(/cut \$20,000 since it was added on Wed, Apr 1/);
    expect(first?.textContent).toMatch(/cut \$5,000 since they were told on Fri, Apr 10/);
    expect(second?.textContent).toMatch(/sold for \$190,000 on Apr 3, 2026.*not sent yet/);
  });

  it('is a board by stages, where a home is put by a choice and a dropped one asks why', async () => {
    const { asked } = drawn(
      <ShortlistsPage />,
      {
        'GET shortlists': [list([item('1'), item('2', { stage: 'dropped', why: 'Too loud' }), item('3', { stage: 'booked' })])],
        'PATCH shortlists/s/items/1': list([item('1', { stage: 'offer' })]),
      },
      '/?as=board',
    );
    const column = async (name: string) => within(await screen.findByRole('region', { name }));
    expect((await column('Booked')).getByText('3 Lantern Ln')).toBeTruthy();
    expect((await column('Dropped')).getByLabelText<HTMLTextAreaElement>('Why 2 Lantern Ln was dropped').value).toBe('Too loud');
    await userEvent.click((await column('Considering')).getByRole('combobox', { name: 'Stage of 1 Lantern Ln' }));
    await userEvent.click(await screen.findByTitle('Offer'));
    expect(asked.find(({ what }) => what.startsWith('PATCH'))).toEqual({
      what: 'PATCH shortlists/s/items/1',
      body: { stage: 'offer' },
    });
  });

  it('is looked at in another order, in which nothing is moved by hand', async () => {
    drawn(<ShortlistsPage />, { 'GET shortlists': [list([item('1'), item('3'), item('2')])] }, '/?order=dearest');
    await screen.findAllByRole('link', { name: /Lantern Ln/ });
    expect(streets()).toEqual(['3 Lantern Ln', '2 Lantern Ln', '1 Lantern Ln']);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Move 3 Lantern Ln/ }).disabled).toBe(true);
  });

  it('is saved as a file of its homes, in their order', async () => {
    const saved: string[] = [];
    vi.stubGlobal('URL', Object.assign(URL, { createObjectURL: () => 'blob:homes', revokeObjectURL: () => undefined }));
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
      saved.push(this.download);
    });
    const { asked } = drawn(<ShortlistsPage />, {
      'GET shortlists': [list([item('1'), item('2')])],
      'POST searches/file/listings': () => new Response('a file'),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'More for “For Saturday”' }));
    await userEvent.hover(await screen.findByText('Save its homes'));
    await userEvent.click(await screen.findByText('As places (KML), for yourself'));
    await expect.poll(() => saved).toEqual(['For Saturday.kml']);
    expect(asked.find(({ what }) => what.startsWith('POST'))?.body).toEqual({ keys: ['1', '2'], type: 'kml' });
    vi.restoreAllMocks();
  });

  it('says that a home is listed anew, and puts that on the list by a click', async () => {
    const { asked } = drawn(<ShortlistsPage />, {
      'GET shortlists': [list([item('1', { anew: { listingKey: '9', price: 412_000 } })])],
      'POST shortlists/s/items': list([item('1'), item('9')]),
    });
    expect((await screen.findByRole('link', { name: 'listed anew at $412,000' })).getAttribute('href')).toBe('/listings/9');
    await userEvent.click(screen.getByRole('button', { name: 'Put that on the list' }));
    expect(asked.find(({ what }) => what.startsWith('POST'))?.body).toEqual({ listingKeys: ['9'] });
  });

  it('leads to its homes side by side, but for those that are dropped', async () => {
    const items = [item('1'), item('2', { stage: 'dropped' }), item('3'), item('4')];
    drawn(<ShortlistsPage />, { 'GET shortlists': [list(items)] });
    expect((await screen.findByRole('link', { name: 'Side by side' })).getAttribute('href')).toBe('/beside/1,3,4');
  });

  it('offers to put back what was taken off', async () => {
    const { asked } = drawn(<ShortlistsPage />, {
      'GET shortlists': [list([item('1')])],
      'DELETE shortlists/s/items/1': list([]),
      'POST shortlists/s/items/1/restore': list([item('1')]),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Take 1 Lantern Ln off the shortlist' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Put it back' }));
    expect(asked.map(({ what }) => what)).toContain('POST shortlists/s/items/1/restore');
  });

  it('takes pasted numbers and addresses, and keeps what was not found to be mended', async () => {
    const { asked } = drawn(<ShortlistsPage />, {
      'GET shortlists': [list([])],
      'POST searches/listings': ({ search }: { search: { lines: { either: { is: { contains?: string } }[] }[] } }) => ({
        rows:
          search.lines[0]?.either[0]?.is.contains === '24001'
            ? [{ ListingKey: 'k1', UnparsedAddress: 'a', ListingId: '24001' }]
            : [],
        total: 0,
      }),
      'POST shortlists/s/items': list([item('1')]),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'By number or address' }));
    await userEvent.type(await screen.findByLabelText(/one to a line/), '24001{enter}9 Nowhere Rd');
    await userEvent.click(screen.getByRole('button', { name: 'Put 2 on it' }));
    expect(await screen.findByText('9 Nowhere Rd: no home is found')).toBeTruthy();
    expect(screen.getByLabelText<HTMLTextAreaElement>(/one to a line/).value).toBe('9 Nowhere Rd');
    expect(asked.find(({ what }) => what === 'POST shortlists/s/items')?.body).toEqual({ listingKeys: ['k1'] });
  });

  it('of the agent’s own is not shared, and is given to a client', async () => {
    const own = { clientId: null, clientName: null };
    const { asked } = drawn(<ShortlistsPage />, {
      'GET shortlists': [list([item('1')], own)],
      'GET clients': [{ id: 'c', name: 'Amara & Teo' }],
      'PATCH shortlists/s': list([item('1')]),
    });
    expect((await screen.findAllByText(/your own/i)).length).toBeGreaterThan(1);
    expect(screen.queryByRole('button', { name: 'Share …' })).toBeNull();
    expect(screen.queryByText('not sent yet')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'More for “For Saturday”' }));
    await userEvent.click(await screen.findByText('Give it to a client …'));
    await userEvent.click(await screen.findByRole('combobox', { name: 'Whose shortlist' }));
    await userEvent.click(await screen.findByTitle('Amara & Teo'));
    expect(asked.find(({ what }) => what.startsWith('PATCH'))?.body).toEqual({ clientId: 'c' });
  });

  it('that is deleted can be put back', async () => {
    const { asked } = drawn(<ShortlistsPage />, {
      'GET shortlists': [list([item('1')])],
      'DELETE shortlists/s': {},
      'POST shortlists/s/restore': list([item('1')]),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'More for “For Saturday”' }));
    await userEvent.click(await screen.findByText('Delete it'));
    await userEvent.click(await screen.findByRole('button', { name: 'Put it back' }));
    expect(asked.map(({ what }) => what)).toContain('POST shortlists/s/restore');
  });

  it('is ordered by the minutes to a place that the client’s searches name', async () => {
    const line = { id: 'm', field: 'Minutes', to: [-66, 40.5], by: 'foot', on: 'weekday', leaveAt: '08:00', is: { atMost: 30 } };
    const document = { version: 1, kinds: ['Residential'], lines: [{ ...line, name: 'Ferry Square' }], bounds: [], order: [] };
    drawn(
      <ShortlistsPage />,
      {
        'GET shortlists': [list([item('1'), item('2'), item('3')])],
        'GET clients/c': { id: 'c', name: 'Amara & Teo', savedSearches: [{ id: 'x', version: 1, document }] },
        'POST searches/rows': [
          { ListingKey: '1', minutes: [22.4] },
          { ListingKey: '2', minutes: [null] },
          { ListingKey: '3', minutes: [9] },
        ],
      },
      '/?order=minutes',
    );
    expect(await screen.findByText('Minutes to Ferry Square, on foot')).toBeTruthy();
    expect(streets()).toEqual(['3 Lantern Ln', '1 Lantern Ln', '2 Lantern Ln']);
    expect(
      screen.getAllByRole('listitem').map(({ textContent }) => /(\d+ min|minutes not known)/.exec(textContent)?.[0]),
    ).toEqual(['9 min', '22 min', 'minutes not known']);
  });
});
