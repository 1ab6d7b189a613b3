// @vitest-environment jsdom
import type { Portal } from '@perambula/contract';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { card, home, portal } from '../../testing/portal.js';
import { ListPage } from './ListPage.js';

const page = (
  <Routes>
    <Route path="/p/list/:shortlistId" element={<ListPage />} />
  </Routes>
);
const withKeys = (...keys: string[]): Portal => ({
  ...portal(...keys.map((key) => home(key))),
  shortlists: [{ id: 'l1', name: 'For Saturday', keys }],
});
const order = (): (string | undefined)[] =>
  screen.getAllByRole('listitem').map(({ textContent }) => /\d(?= Lantern)/.exec(textContent)?.[0]);

describe('a shared shortlist in the hands of its household', () => {
  it('is put in their order, a step at a time', async () => {
    const { asked } = drawn(
      page,
      {
        'GET portal': withKeys('1', '2', '3'),
        'GET portal/homes': ['1', '2', '3'].map(card),
        'PUT portal/shortlists/l1/order': {},
      },
      '/p/list/l1',
    );
    await userEvent.click(await screen.findByRole('button', { name: '3 Lantern Ln, Port Ostrey further up' }));
    await userEvent.click(screen.getByRole('button', { name: '3 Lantern Ln, Port Ostrey further up' }));
    expect(order()).toEqual(['3', '1', '2']);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: '3 Lantern Ln, Port Ostrey further up' }).disabled).toBe(true);
    await userEvent.click(screen.getByRole('button', { name: '2 Lantern Ln, Port Ostrey to the top' }));
    expect(order()).toEqual(['2', '3', '1']);
    await expect
      .poll(() => asked.filter(({ what }) => what.startsWith('PUT')).map(({ body }) => body))
      .toEqual([{ keys: ['1', '3', '2'] }, { keys: ['3', '1', '2'] }, { keys: ['2', '3', '1'] }]);
  });

  it('loses what they take off, which stays in sight to be put back', async () => {
    let now = withKeys('1', '2');
    const { asked } = drawn(
      page,
      {
        'GET portal': () => now,
        'GET portal/homes': [card('1'), card('2')],
        'PUT portal/shortlists/l1/homes/1': ({ dropped }: { dropped: boolean }) => {
          now = dropped ? withKeys('2') : withKeys('1', '2');
          return {};
        },
      },
      '/p/list/l1',
    );
    await userEvent.click(await screen.findByRole('button', { name: 'Take 1 Lantern Ln, Port Ostrey off' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Put it back' }));
    expect(await screen.findByRole('button', { name: 'Take 1 Lantern Ln, Port Ostrey off' })).toBeTruthy();
    expect(asked.filter(({ what }) => what.startsWith('PUT')).map(({ body }) => body)).toEqual([
      { dropped: true },
      { dropped: false },
    ]);
  });

  it('says what could not be kept, and where it is not shared any more', async () => {
    drawn(
      page,
      {
        'GET portal': withKeys('1', '2'),
        'GET portal/homes': [card('1'), card('2')],
        'PUT portal/shortlists/l1/homes/1': failing(503, 'server.failed', 'Something failed on our side.'),
      },
      '/p/list/l1',
    );
    await userEvent.click(await screen.findByRole('button', { name: 'Take 1 Lantern Ln, Port Ostrey off' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Something failed on our side.');
    drawn(page, { 'GET portal': withKeys('1') }, '/p/list/other');
    expect(await screen.findByText('This shortlist is not shared any more')).toBeTruthy();
  });
});
