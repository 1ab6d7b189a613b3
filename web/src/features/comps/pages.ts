import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'comps/:listingKey?', open: async () => ({ Component: (await import('./CompsPage.js')).CompsPage }) },
];
