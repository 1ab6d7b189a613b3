import type { Portal, PortalCard, PortalHome } from '@perambula/contract';

/** A home told to a household. */
export const home = (key: string, more: Partial<PortalHome> = {}): PortalHome => ({
  listingKey: key,
  why: 'New on the market',
  of: [],
  toldAt: '2026-04-14T13:00:00Z',
  isNew: true,
  reaction: null,
  others: [],
  showing: null,
  ...more,
});

/** What it is. */
export const card = (key: string): PortalCard => ({
  listing: {
    ListingKey: key,
    ListPrice: 418_000,
    StandardStatus: 'Active',
    ListOfficeName: 'Marl & Mason',
    ListOfficePhone: '555-0114',
    ModificationTimestamp: '2026-04-14T13:00:00Z',
    PhotosCount: 1,
  } as unknown as PortalCard['listing'],
  address: `${key} Lantern Ln, Port Ostrey`,
});

/** A portal with some homes. */
export const portal = (...homes: PortalHome[]): Portal => ({
  person: 'Amara',
  household: 'Amara & Teo Lindqvist',
  agent: {
    name: 'Juno Albright',
    phone: '555-0142',
    email: 'juno@wayfarer.example',
    officeName: 'Wayfarer',
    postalAddress: '12 Chandlery St',
    licenseNumber: '00-417',
  },
  searches: [],
  shortlists: [],
  homes,
  lastVisitAt: null,
  countsVisits: true,
  written: [],
  others: [],
  isKnown: true,
  sharesReactions: false,
  source: 'Deemed reliable.',
  now: '2026-04-14T13:12:00.000Z',
});
