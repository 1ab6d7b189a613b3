import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'feed', open: async () => ({ Component: (await import('./FeedPage.js')).FeedPage }) },
];
