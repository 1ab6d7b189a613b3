import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'setup', open: async () => ({ Component: (await import('./SetupPage.js')).SetupPage }) },
];
