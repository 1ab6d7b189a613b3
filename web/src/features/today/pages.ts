import { Activity } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  {
    path: 'today',
    open: async () => ({ Component: (await import('./TodayPage.js')).TodayPage }),
    rail: { at: 1, to: '/today', label: 'Today', Icon: Activity },
  },
];
