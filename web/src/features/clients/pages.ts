import { Users } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  {
    path: 'clients',
    open: async () => ({ Component: (await import('./ClientsPage.js')).ClientsPage }),
    rail: { at: 4, to: '/clients', label: 'Clients', Icon: Users },
  },
];
