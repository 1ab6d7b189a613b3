import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'clients/:clientId', open: async () => ({ Component: (await import('./FilePage.js')).FilePage }) },
];
