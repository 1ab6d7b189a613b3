// @vitest-environment jsdom
import type { PortalHome } from '@perambula/contract';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { card, home, portal } from '../../testing/portal.js';
import { PortalPage } from './PortalPage.js';

describe('a client’s portal', () => {
  it('takes what is thought of a home, and then the reason why', async () => {
    let liked = portal(home('27'));
    const { asked } = drawn(<PortalPage />, {
      'GET portal': () => liked,
      'GET portal/homes': [card('27')],
      'PUT portal/homes/27/reaction': (body: unknown) => (
        (liked = portal(home('27', { reaction: body as PortalHome['reaction'] }))),
        {}
      ),
    });
    const article = await screen.findByRole('article', { name: '27 Lantern Ln, Port Ostrey' });
    await userEvent.click(within(article).getByRole('button', { name: 'Like' }));
    await userEvent.click(await within(article).findByRole('button', { name: 'the garden' }));
    expect((await within(article).findByRole('button', { name: 'the garden', pressed: true })).textContent).toBe('the garden');
    await userEvent.click(within(article).getByRole('button', { name: 'say it …' }));
    const note = within(article).getByLabelText('Why? A note for your agent');
    expect(within(article).getByRole('button', { name: 'Like' }).getAttribute('aria-pressed')).toBe('true');
    await userEvent.type(note, 'and the light{Enter}');
    expect(await within(article).findByRole('button', { name: 'Kept' })).toBeTruthy();
    expect(asked.filter(({ what }) => what.startsWith('PUT')).map(({ body }) => body)).toEqual([
      { verdict: 'like', note: '' },
      { verdict: 'like', note: 'the garden' },
      { verdict: 'like', note: 'the garden, and the light' },
    ]);
  });
  it('asks to see a home, and says why it could not', async () => {
    drawn(<PortalPage />, {
      'GET portal': portal(home('27')),
      'GET portal/homes': [card('27')],
      'POST portal/homes/27/showing': () => failing(409, 'showing.tooEarly', 'It takes no visits before May 1.'),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Ask to see it' }));
    await userEvent.type(screen.getByLabelText('When would suit you?'), 'Thursday{Enter}');
    expect((await screen.findByRole('alert')).textContent).toBe('It takes no visits before May 1.');
    expect(screen.getByLabelText<HTMLInputElement>('When would suit you?').value).toBe('Thursday');
  });
  it('shows the homes of one search or shortlist, once there are several', async () => {
    const search = {
      id: 's1',
      name: 'Near the water',
      sentence: 'Houses.',
      cadence: 'weekly' as const,
      state: 'running' as const,
    };
    const told = portal(home('1', { of: ['s1'] }), home('2', { of: ['l1', 's1'] }), home('3'));
    drawn(<PortalPage />, {
      'GET portal': { ...told, searches: [search], shortlists: [{ id: 'l1', name: 'For Saturday', keys: ['2'] }] },
      'GET portal/homes': [card('1'), card('2'), card('3')],
    });
    expect(await screen.findAllByRole('article')).toHaveLength(3);
    await userEvent.click(screen.getByRole('button', { name: 'For Saturday' }));
    expect(screen.getByRole('button', { name: 'All 1' })).toBeTruthy();
    expect((await screen.findAllByRole('article')).map((each) => each.getAttribute('aria-label'))).toEqual([
      '2 Lantern Ln, Port Ostrey',
    ]);
    await userEvent.click(screen.getByRole('button', { name: 'For Saturday', pressed: true }));
    expect(screen.getByRole('button', { name: 'All 3' })).toBeTruthy();
  });
  it('shows homes by what was said of them', async () => {
    drawn(
      <PortalPage />,
      {
        'GET portal': portal(
          home('1'),
          home('2', { isNew: false, reaction: { verdict: 'unsure', note: '', at: '2026-04-14T13:00:00Z' } }),
        ),
        'GET portal/homes': [card('2')],
      },
      '/?show=unsure',
    );
    expect(await screen.findByRole('button', { name: 'Unsure 1' })).toBeTruthy();
    expect((await screen.findAllByRole('article')).map((each) => each.getAttribute('aria-label'))).toEqual([
      '2 Lantern Ln, Port Ostrey',
    ]);
    await userEvent.click(screen.getByRole('button', { name: 'Visits 0' }));
    expect(screen.getByText('Homes you ask to see stand here with their time.')).toBeTruthy();
  });
  it('says so when messages could not be stopped, and when they are', async () => {
    let fails = true;
    drawn(<PortalPage />, {
      'GET portal': portal(home('1')),
      'GET portal/homes': [card('1')],
      'POST portal/stop': () => (fails ? failing(503, 'server.failed', 'Something failed on our side.') : {}),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Stop all messages' }));
    expect((await screen.findByRole('alert')).textContent).toBe('Something failed on our side.');
    fails = false;
    await userEvent.click(screen.getByRole('button', { name: 'Stop all messages' }));
    expect(await screen.findByText('The messages are stopped.')).toBeTruthy();
  });
  it('whose link is none any more says what to do', async () => {
    drawn(<PortalPage />, { 'GET portal': () => failing(404, 'link.expired', 'Open the newest message.') });
    expect(await screen.findByRole('heading', { name: 'This page could not be opened' })).toBeTruthy();
    expect(screen.getByText('Open the newest message.')).toBeTruthy();
  });
});
