import { Scale } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  {
    path: 'comps/parcel/:parcelNumber',
    open: async () => ({ Component: (await import('./CompsPage.js')).CompsPage }),
  },
  {
    path: 'comps/:listingKey?',
    open: async () => ({ Component: (await import('./CompsPage.js')).CompsPage }),
    rail: { at: 3, to: '/comps', label: 'Comps', Icon: Scale },
  },
];
