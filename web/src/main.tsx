import '@fontsource-variable/fraunces';
import '@fontsource-variable/fraunces/wght-italic.css';
import '@fontsource-variable/hanken-grotesk';
import './shared/base.css';
import './app/app.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { router } from './app/router.js';
import { RequestFailure } from './shared/http.js';
import { Theme } from './shared/Theme.js';

/** What may well be over the next time; of work that took too long, what was worked out is kept. */
const PASSING: readonly string[] = ['unreachable', 'server.failed', 'request.tooHeavy', 'request.conflict'];

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      retry: (count, error) => count < 3 && !(error instanceof RequestFailure && !PASSING.includes(error.code)),
    },
  },
});

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Theme>
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </Theme>
  </StrictMode>,
);
