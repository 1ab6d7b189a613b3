import { createBrowserRouter, Navigate } from 'react-router';
import { Broken } from '../shared/Broken.js';
import { NothingHere } from '../shared/NothingHere.js';
import { Waiting } from '../shared/Waiting.js';
import { PAGE_ROUTES } from './pages.js';
import { Shell } from './Shell.js';

function Opening() {
  return <Waiting what="Opening …" />;
}

const BROKEN = <Broken home={{ to: '/today', label: 'Back to Today' }} />;

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
          ...PAGE_ROUTES,
          { path: '*', Component: NothingHere },
        ],
      },
    ],
  },
]);
