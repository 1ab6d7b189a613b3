import type { Page } from '../../shared/page.js';

export const PAGES: readonly Page[] = [
  { path: 'mailbox/:mailId?', open: async () => ({ Component: (await import('./MailboxPage.js')).MailboxPage }) },
];
