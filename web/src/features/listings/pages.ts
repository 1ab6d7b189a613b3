import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'listings/:listingKey', open: async () => ({ Component: (await import('./ListingPage.js')).ListingPage }) },
  { path: 'parcels/:parcelNumber', open: async () => ({ Component: (await import('./ParcelPage.js')).ParcelPage }) },
];
