import '@fontsource-variable/fraunces';
import '@fontsource-variable/fraunces/wght-italic.css';
import '@fontsource-variable/hanken-grotesk';
import './shared/base.css';
import './app/app.css';
import './shared/parts.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { RouterProvider } from 'react-router';
import { router } from './app/router.js';
import { begin } from './shared/begin.js';
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

await begin(
  <Theme>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </Theme>,
);
