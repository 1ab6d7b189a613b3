// @vitest-environment jsdom
import { act, createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { beforeAll, describe, expect, it } from 'vitest';
import { useParameters } from './useParameters.js';

beforeAll(() => void Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true }));

describe('the parameters of the address', () => {
  it('keep every change, though the page was not drawn between two of them', async () => {
    window.history.replaceState(null, '', '/search?show=fit&draft=d1');
    let change: ReturnType<typeof useParameters>[1] = () => undefined;
    let shown = '';
    const Page = () => {
      const [params, changeParameters] = useParameters();
      change = changeParameters;
      shown = params.toString();
      return null;
    };
    const router = createBrowserRouter([{ path: '/search', element: createElement(Page) }]);
    const root = createRoot(document.createElement('div'));
    await act(() => Promise.resolve(root.render(createElement(RouterProvider, { router }))));
    expect(shown).toBe('show=fit&draft=d1');

    await act(() => {
      change({ as: 'table', show: undefined });
      change({ draft: null, line: 'l1' });
      return Promise.resolve();
    });
    expect(window.location.search).toBe('?show=fit&as=table&line=l1');
    expect(shown).toBe('show=fit&as=table&line=l1');
    await act(() => Promise.resolve(root.unmount()));
    router.dispose();
  });

  it('stay as they are once a link was pressed, which a change of them would call off', async () => {
    window.history.replaceState(null, '', '/search?show=fit');
    let change: ReturnType<typeof useParameters>[1] = () => undefined;
    const Page = () => {
      change = useParameters()[1];
      return null;
    };
    let arrive: () => void = () => undefined;
    const arrived = new Promise<void>((resolve) => (arrive = resolve));
    const router = createBrowserRouter([
      { path: '/search', element: createElement(Page) },
      { path: '/listings/a', lazy: async () => (await arrived, { Component: () => null }) },
    ]);
    const root = createRoot(document.createElement('div'));
    await act(() => Promise.resolve(root.render(createElement(RouterProvider, { router }))));
    await act(async () => {
      const going = router.navigate('/listings/a');
      // the page was not drawn since
      change({ draft: 'd1' });
      arrive();
      await going;
    });
    expect(window.location.pathname).toBe('/listings/a');
    await act(() => Promise.resolve(root.unmount()));
    router.dispose();
  });
});
