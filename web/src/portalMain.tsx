import '@fontsource-variable/fraunces';
import '@fontsource-variable/hanken-grotesk';
import './shared/base.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Outlet, RouterProvider, ScrollRestoration } from 'react-router';
import { AskedPage } from './features/portal/AskedPage.js';
import { LinkButtonPage } from './features/portal/LinkButtonPage.js';
import { PortalPage } from './features/portal/PortalPage.js';
import { begin } from './shared/begin.js';
import { Broken } from './shared/Broken.js';

const router = createBrowserRouter([
  {
    // who comes back finds the list where it was
    element: (
      <>
        <Outlet />
        <ScrollRestoration />
      </>
    ),
    errorElement: <Broken />,
    children: [
      { path: '/p/:token?', Component: PortalPage },
      { path: '/p/write', lazy: async () => ({ Component: (await import('./features/portal/WritePage.js')).WritePage }) },
      {
        path: '/p/change/:searchId',
        lazy: async () => ({ Component: (await import('./features/portal/WishPage.js')).WishPage }),
      },
      { path: '/p/seen', lazy: async () => ({ Component: (await import('./features/portal/SeenPage.js')).SeenPage }) },
      {
        path: '/p/list/:shortlistId',
        lazy: async () => ({ Component: (await import('./features/portal/ListPage.js')).ListPage }),
      },
      { path: '/p/beside', lazy: async () => ({ Component: (await import('./features/portal/BesidePage.js')).BesidePage }) },
      // its catalogue of facts comes when the first home is opened
      { path: '/p/home/:key', lazy: async () => ({ Component: (await import('./features/portal/HomePage.js')).HomePage }) },
      { path: '/with/:agent', lazy: async () => ({ Component: (await import('./features/portal/VisitorPage.js')).VisitorPage }) },
      { path: '/confirm/:token', element: <LinkButtonPage act="confirm" /> },
      { path: '/asked/:token', Component: AskedPage },
      { path: '/stop/office/:token', element: <LinkButtonPage act="stopOffice" /> },
      { path: '/stop/:token', element: <LinkButtonPage act="stop" /> },
    ],
  },
]);

await begin(
  <QueryClientProvider client={new QueryClient()}>
    <RouterProvider router={router} />
  </QueryClientProvider>,
);
