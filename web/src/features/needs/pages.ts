import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'clients/:clientId/needs', open: async () => ({ Component: (await import('./NeedsPage.js')).NeedsPage }) },
];
