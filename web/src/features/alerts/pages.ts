import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'clients/:clientId/alerts/:searchId', open: async () => ({ Component: (await import('./AlertPage.js')).AlertPage }) },
];
