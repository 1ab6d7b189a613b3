// @vitest-environment jsdom
import type { PortalHome } from '@perambula/contract';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { card, home, portal } from '../../testing/portal.js';
import { PortalPage } from './PortalPage.js';
import { SeenPage } from './SeenPage.js';

/** A home whose visit began at a time; it is the afternoon of April 14. */
const seen = (key: string, startAt: string, more: Partial<PortalHome> = {}): PortalHome =>
  home(key, { showing: { state: 'confirmed', startAt, minutes: 25 }, ...more });
const MORNING = '2026-04-14T12:00:00.000Z';

describe('what somebody thinks of the homes that they saw', () => {
  it('is asked of each that was seen lately, the latest day first, and of nothing else', async () => {
    drawn(<SeenPage />, {
      'GET portal': portal(
        seen('1', '2026-04-11T15:00:00.000Z'),
        seen('2', MORNING),
        seen('3', '2026-04-14T11:00:00.000Z'),
        // its visit is not over yet, was long ago, or never was
        seen('4', '2026-04-14T13:00:00.000Z'),
        seen('5', '2026-03-20T15:00:00.000Z'),
        home('6', { showing: { state: 'canceled', startAt: MORNING, minutes: 25 } }),
      ),
      'GET portal/homes': ['1', '2', '3', '4', '5', '6'].map((key) => card(key)),
    });
    const asked = (await screen.findAllByRole('article')).map((each) => each.getAttribute('aria-label')?.charAt(0));
    expect(asked).toEqual(['3', '2', '1']);
    expect(screen.getAllByRole('heading', { level: 2 }).map(({ textContent }) => textContent)).toEqual([
      'Tue, Apr 14',
      'Sat, Apr 11',
    ]);
    expect(screen.getByText('3 of 3 still to say.')).toBeTruthy();
  });

  it('takes a tap each, tells a word said before the visit from one said since, and ends with thanks', async () => {
    const before = { verdict: 'like', note: '', at: '2026-04-13T12:00:00.000Z' } as const;
    let now = portal(seen('1', MORNING, { reaction: before }));
    const { asked } = drawn(<SeenPage />, {
      'GET portal': () => now,
      'GET portal/homes': [card('1')],
      'PUT portal/homes/1/reaction': (body: { verdict: 'like'; note: string }) => {
        now = portal(seen('1', MORNING, { reaction: { ...body, at: '2026-04-14T13:10:00.000Z' } }));
        return {};
      },
    });
    expect(await screen.findByText(/So you said before you saw it/)).toBeTruthy();
    await userEvent.click(within(await screen.findByRole('article')).getByRole('button', { name: 'Like' }));
    expect(await screen.findByText(/Thank you, that is all/)).toBeTruthy();
    expect(screen.queryByText(/So you said before you saw it/)).toBeNull();
    expect(asked.find(({ what }) => what.startsWith('PUT'))?.body).toEqual({ verdict: 'like', note: '' });
  });

  it('says so where nothing was seen, and where the page cannot be opened', async () => {
    drawn(<SeenPage />, { 'GET portal': portal(home('1')) }).unmount();
    drawn(<SeenPage />, { 'GET portal': portal(home('1')) });
    expect(await screen.findByText(/You saw no home in the last two weeks/)).toBeTruthy();
    drawn(<SeenPage />, { 'GET portal': failing(410, 'link.over', 'This link has run out.') });
    expect(await screen.findByText('This link has run out.')).toBeTruthy();
  });

  it('is asked for on the portal’s first page until all is said', async () => {
    drawn(<PortalPage />, { 'GET portal': portal(seen('1', MORNING), seen('2', MORNING)), 'GET portal/homes': [] });
    const link = await screen.findByRole('link', { name: 'How were the 2 homes you saw?' });
    expect(link.getAttribute('href')).toBe('/p/seen');
  });
});
