import { CalendarClock } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  {
    path: 'showings',
    open: async () => ({ Component: (await import('./ShowingsPage.js')).ShowingsPage }),
    rail: { at: 6, to: '/showings', label: 'Showings', Icon: CalendarClock },
  },
];
