import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'today', open: async () => ({ Component: (await import('./TodayPage.js')).TodayPage }) },
];
