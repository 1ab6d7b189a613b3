import '@fontsource-variable/fraunces';
import '@fontsource-variable/hanken-grotesk';
import './shared/base.css';
import './shared/broken.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { DayPage } from './features/day/DayPage.js';
import { Broken } from './shared/Broken.js';

const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    children: [{ path: '/day/:roundId', Component: DayPage }],
  },
]);

// nothing is asked before it is drawn: there may be no network
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
