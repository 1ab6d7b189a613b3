import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'beside/:keys', open: async () => ({ Component: (await import('./SideBySidePage.js')).SideBySidePage }) },
];
