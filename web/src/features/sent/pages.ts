import { Send } from 'lucide-react';
import type { Page } from '../../shared/page.js';

const open: Page['open'] = async () => ({ Component: (await import('./SentPage.js')).SentPage });

export const PAGES: readonly Page[] = [
  { path: 'sent', open, rail: { at: 7, to: '/sent', label: 'Sent', Icon: Send } },
  { path: 'sent/:messageId', open },
];
