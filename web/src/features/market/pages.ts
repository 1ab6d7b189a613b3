import { ChartSpline } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  {
    path: 'market',
    open: async () => ({ Component: (await import('./MarketPage.js')).MarketPage }),
    rail: { at: 3.5, to: '/market', label: 'Market', Icon: ChartSpline },
  },
];
