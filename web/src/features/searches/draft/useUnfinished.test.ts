// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { Draft } from '@perambula/contract';
import { act, createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { STARTING_SEARCH, useDraft } from './draft.js';
import { draftKeys, useDrafts, useKeepDraft, useRemoveDraft } from './keptSearches.api.js';
import { useUnfinished } from './useUnfinished.js';

beforeAll(() => void Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true }));

const left: Draft = {
  id: 'left',
  clientId: null,
  searchId: null,
  version: 0,
  name: '',
  document: { ...STARTING_SEARCH, kinds: ['Land'] },
  updatedAt: '2026-04-14T13:12:00.000Z',
};

/** The search that is open once the page was drawn for one address, while the browser stands at another. */
async function openAt(drawn: string, address: string): Promise<string> {
  window.history.replaceState(null, '', address);
  vi.stubGlobal('fetch', () => Promise.resolve(Response.json([left])));
  useDraft.getState().startNew(null);
  const client = new QueryClient();
  client.setQueryData(draftKeys.all, [left]);
  const Page = () => (useUnfinished(), null);
  const router = createMemoryRouter([{ path: '/search', element: createElement(Page) }], { initialEntries: [drawn] });
  const root = createRoot(document.createElement('div'));
  const page = createElement(QueryClientProvider, { client }, createElement(RouterProvider, { router }));
  await act(() => Promise.resolve(root.render(page)));
  const { draftId } = useDraft.getState();
  await act(() => Promise.resolve(root.unmount()));
  router.dispose();
  return draftId;
}

describe('an unfinished search', () => {
  it('is taken up when the address names it', async () => {
    expect(await openAt('/search?draft=left', '/search?draft=left')).toBe('left');
    expect(useDraft.getState().document.kinds).toEqual(['Land']);
  });

  it('is left alone when the address that names it was left before it was drawn', async () => {
    expect(await openAt('/search?draft=left', '/search')).not.toBe('left');
    expect(useDraft.getState().document).toEqual(STARTING_SEARCH);
  });
});

describe('a draft that is removed', () => {
  it('is in no list any more, though an answer on its way still holds it, until it is kept again', async () => {
    vi.stubGlobal('fetch', (_: string, init?: RequestInit) =>
      Promise.resolve(Response.json(init?.method && init.method !== 'GET' ? left : [left])),
    );
    const client = new QueryClient();
    let drafts: readonly { id: string }[] | undefined;
    let remove: (id: string) => Promise<unknown> = () => Promise.resolve();
    let keep: (draft: typeof left) => Promise<unknown> = () => Promise.resolve();
    const Page = () => {
      drafts = useDrafts().data;
      remove = useRemoveDraft().mutateAsync;
      keep = useKeepDraft().mutateAsync;
      return null;
    };
    const root = createRoot(document.createElement('div'));
    await act(() => Promise.resolve(root.render(createElement(QueryClientProvider, { client }, createElement(Page)))));
    await vi.waitFor(() => expect(drafts).toHaveLength(1));
    await act(() => remove('left'));
    await act(() => client.refetchQueries());
    expect(drafts).toEqual([]);
    await act(() => keep(left));
    await vi.waitFor(() => expect(drafts).toHaveLength(1));
    await act(() => Promise.resolve(root.unmount()));
  });
});
