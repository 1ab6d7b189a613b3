import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'send', open: async () => ({ Component: (await import('./ChoicePage.js')).ChoicePage }) },
];
