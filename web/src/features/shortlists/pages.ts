import { NotebookTabs } from 'lucide-react';
import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  {
    path: 'shortlists/:shortlistId?',
    open: async () => ({ Component: (await import('./ShortlistsPage.js')).ShortlistsPage }),
    rail: { at: 5, to: '/shortlists', label: 'Shortlists', Icon: NotebookTabs },
  },
];
