import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render } from '@testing-library/react';
import type { RenderResult } from '@testing-library/react';
import { App } from 'antd';
import type { ReactNode } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, vi } from 'vitest';
import { Theme } from '../shared/Theme.js';

/** What a stand-in server answers, by method and path: `GET today`. A function is given the body that was sent. */
export type Answers = Readonly<Record<string, unknown>>;

/** An answer that is a failure. */
export function failing(status: number, code: string, message: string, details: object = {}): Response {
  return Response.json({ code, message, details }, { status });
}

// jsdom has none of these, and Ant Design asks for them
vi.stubGlobal('matchMedia', () => ({
  matches: false,
  addEventListener() {},
  removeEventListener() {},
  addListener() {},
  removeListener() {},
}));
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
);
// and it has no pseudo-elements
const styleOf = window.getComputedStyle.bind(window);
vi.stubGlobal('getComputedStyle', (element: Element) => styleOf(element));
Element.prototype.scrollIntoView = () => undefined;

afterEach(cleanup);

/** A part of the interface as it is drawn at an address, over a server that answers as told; and what that was asked. */
export function drawn(
  part: ReactNode,
  answers: Answers = {},
  at = '/',
): RenderResult & { readonly asked: readonly { what: string; body: unknown }[] } {
  const asked: { what: string; body: unknown }[] = [];
  vi.stubGlobal('fetch', async (address: string, { method = 'GET', body }: RequestInit = {}) => {
    const path = new URL(address, 'http://localhost').pathname.replace(/^\/api\//, '');
    const what = `${method} ${path}`;
    const sent: unknown = typeof body === 'string' ? JSON.parse(body) : undefined;
    asked.push({ what, body: sent });
    const answer = answers[what];
    const given: unknown = typeof answer === 'function' ? await (answer as (body: unknown) => unknown)(sent) : answer;
    if (given instanceof Response) return given;
    return given === undefined ? failing(404, 'thing.missing', 'There is no such thing.') : Response.json(given);
  });
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter([{ path: '*', element: <App>{part}</App> }], { initialEntries: [at] });
  const result = render(
    <Theme>
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </Theme>,
  );
  return { ...result, asked };
}
