import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'showings', open: async () => ({ Component: (await import('./ShowingsPage.js')).ShowingsPage }) },
];
