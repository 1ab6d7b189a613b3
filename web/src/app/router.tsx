import { createBrowserRouter, Navigate } from 'react-router';
import { Broken } from '../shared/Broken.js';
import { Waiting } from '../shared/Waiting.js';
import { Shell } from './Shell.js';

function Opening() {
  return <Waiting what="Opening …" />;
}

const BROKEN = <Broken home={{ to: '/today', label: 'Back to Today' }} />;

/** Views are loaded when first opened: the map and the charts come only with the pages that show them. */
export const router = createBrowserRouter([
  {
    path: '/',
    Component: Shell,
    HydrateFallback: Opening,
    errorElement: BROKEN,
    children: [
      {
        // a view that fails leaves the bar and the rail as they are
        errorElement: BROKEN,
        children: [
          { index: true, element: <Navigate to="/today" replace /> },
          { path: 'today', lazy: async () => ({ Component: (await import('../features/today/TodayPage.js')).TodayPage }) },
          {
            path: 'search/compare',
            lazy: async () => ({ Component: (await import('../features/searches/ComparePage.js')).ComparePage }),
          },
          {
            path: 'search/:searchId?',
            lazy: async () => ({ Component: (await import('../features/searches/SearchPage.js')).SearchPage }),
          },
          {
            path: 'listings/:listingKey',
            lazy: async () => ({ Component: (await import('../features/listings/ListingPage.js')).ListingPage }),
          },
          {
            path: 'clients',
            lazy: async () => ({ Component: (await import('../features/clients/ClientsPage.js')).ClientsPage }),
          },
          {
            path: 'clients/:clientId',
            lazy: async () => ({ Component: (await import('../features/files/FilePage.js')).FilePage }),
          },
          {
            path: 'clients/:clientId/alerts/:searchId',
            lazy: async () => ({ Component: (await import('../features/alerts/AlertPage.js')).AlertPage }),
          },
          {
            path: 'shortlists/:shortlistId?',
            lazy: async () => ({ Component: (await import('../features/shortlists/ShortlistsPage.js')).ShortlistsPage }),
          },
          {
            path: 'showings',
            lazy: async () => ({ Component: (await import('../features/showings/ShowingsPage.js')).ShowingsPage }),
          },
          {
            path: 'mailbox/:mailId?',
            lazy: async () => ({ Component: (await import('../features/demo/MailboxPage.js')).MailboxPage }),
          },
          { path: 'feed', lazy: async () => ({ Component: (await import('../features/feed/FeedPage.js')).FeedPage }) },
          { path: 'setup', lazy: async () => ({ Component: (await import('../features/setup/SetupPage.js')).SetupPage }) },
          { path: '*', lazy: async () => ({ Component: (await import('../shared/NothingHere.js')).NothingHere }) },
        ],
      },
    ],
  },
]);
