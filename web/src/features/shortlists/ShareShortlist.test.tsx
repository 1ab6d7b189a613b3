// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { ShareShortlist } from './ShareShortlist.js';

const item = (key: string, fields: Record<string, unknown> = {}, more: Partial<ShortlistItem> = {}): ShortlistItem => ({
  id: key,
  listingKey: key,
  note: '',
  stage: 'considering',
  addedAt: '2026-04-14T13:00:00Z',
  why: '',
  ownPosition: null,
  sinceAdded: { price: null, status: null },
  anew: null,
  sentAt: null,
  sinceSent: null,
  openHouses: [],
  listing: {
    ListingKey: key,
    PropertyType: 'Residential',
    StreetNumber: key,
    StreetName: 'Lantern',
    StreetSuffix: 'Ln',
    UnparsedAddress: `${key} Lantern Ln, Port Ostrey`,
    ListPrice: 400_000,
    StandardStatus: 'Active',
    ListOfficeName: 'Marl & Mason',
    ...fields,
  } as unknown as ShortlistItem['listing'],
  reactions: [],
  ...more,
});
const shortlist = (more: Partial<Shortlist>): Shortlist => ({
  id: 's',
  clientId: 'c',
  clientName: 'Amara & Teo',
  name: 'For Saturday',
  sharedAt: null,
  archivedAt: null,
  items: [],
  ...more,
});
const FILE = { 'GET clients/c': { savedSearches: [] } };

describe('sharing a shortlist', () => {
  it('says first what they will find, and what not, with what speaks against each', async () => {
    const items = [
      item('12'),
      item('14', {}, { stage: 'dropped' }),
      item('16', { InternetEntireListingDisplayYN: false }),
      item('18', { StandardStatus: 'Pending' }),
    ];
    const { asked } = drawn(<ShareShortlist shortlist={shortlist({ items })} />, {
      ...FILE,
      'PUT shortlists/s/sharing': shortlist({ items, sharedAt: '2026-04-15T13:00:00Z' }),
      'GET shortlists': [],
    });
    await userEvent.click(screen.getByRole('button', { name: 'Share …' }));
    const look = await screen.findByRole('dialog', { name: 'Share “For Saturday” with Amara & Teo?' });
    expect(within(look).getByText(/They find 2 homes/)).toBeTruthy();
    const told = within(look)
      .getAllByRole('listitem')
      .map(({ textContent }) => textContent);
    expect(told[0]).not.toContain('not shown');
    expect(told[1]).toMatch(/not shown.*Dropped/);
    expect(told[2]).toMatch(/not shown.*allows no display/);
    expect(told[3]).toMatch(/^(?!.*not shown).*Under contract: pending/);
    await userEvent.click(within(look).getByRole('button', { name: 'Share it' }));
    await expect.poll(() => asked.find(({ what }) => what.startsWith('PUT'))?.body).toEqual({ shared: true });
  });

  it('is taken back from where it says that it is', async () => {
    const shared = shortlist({ items: [item('12')], sharedAt: '2026-04-15T13:00:00Z' });
    const { asked } = drawn(<ShareShortlist shortlist={shared} />, {
      ...FILE,
      'PUT shortlists/s/sharing': shortlist({ items: shared.items }),
      'GET shortlists': [],
    });
    await userEvent.click(screen.getByRole('button', { name: /In their portal since/ }));
    await userEvent.click(await screen.findByRole('button', { name: 'Take it out of their portal' }));
    await expect.poll(() => asked.find(({ what }) => what.startsWith('PUT'))?.body).toEqual({ shared: false });
  });
});
