import { Map as MapIcon } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'search/compare', open: async () => ({ Component: (await import('./ComparePage.js')).ComparePage }) },
  {
    path: 'search/:searchId?',
    open: async () => ({ Component: (await import('./SearchPage.js')).SearchPage }),
    rail: { at: 2, to: '/search', label: 'Search', Icon: MapIcon },
  },
];
