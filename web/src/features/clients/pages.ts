import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'clients', open: async () => ({ Component: (await import('./ClientsPage.js')).ClientsPage }) },
];
