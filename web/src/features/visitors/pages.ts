import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'your-page', open: async () => ({ Component: (await import('./OwnPage.js')).OwnPage }) },
];
