import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'showings/rounds/:roundId', open: async () => ({ Component: (await import('./RoundPage.js')).RoundPage }) },
];
