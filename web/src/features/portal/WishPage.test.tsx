// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { WishPage } from './WishPage.js';

const PORTAL = {
  agent: { name: 'Juno Albright', officeName: 'Wayfarer', phone: '555-0142' },
  searches: [{ id: 's1', name: 'Near the line', sentence: 'Houses up to $450,000.', cadence: 'weekly', state: 'running' }],
  homes: [],
  written: [],
  now: '2026-04-14T13:12:00Z',
};
const EFFECT = { changes: [{ about: 'List price', before: 'up to $450,000', after: 'up to $480,000' }], adds: 12, drops: 1 };
const page = (answers: object = {}, at = '/p/change/s1') =>
  drawn(
    <Routes>
      <Route path="/p/change/:searchId" element={<WishPage />} />
      <Route path="*" element={<p>the portal</p>} />
    </Routes>,
    {
      'GET portal': PORTAL,
      'GET portal/words': { choices: { City: ['Wrenfield'] } },
      'GET map/far.geojson': { features: [] },
      'POST portal/searches/s1/wish': EFFECT,
      ...answers,
    },
    at,
  );

describe('a wish for another search', () => {
  it('shows how it is read and what it would do, before anybody hears of it', async () => {
    const { asked } = page();
    await userEvent.type(await screen.findByRole('textbox', { name: 'In your own words' }), 'up to 480k, a good feeling');
    expect(await screen.findByText('12 homes more, 1 home fewer than now.')).toBeTruthy();
    expect(screen.getByText('up to $480,000')).toBeTruthy();
    expect(screen.getByText(/“good feeling”.*It still goes along/)).toBeTruthy();
    const tried = asked.filter(({ what }) => what === 'POST portal/searches/s1/wish').at(-1)?.body;
    expect(tried).toMatchObject({
      wish: { lines: [{ field: 'ListPrice', is: { atMost: 480_000 } }], bounds: [] },
      widens: false,
    });
    expect(asked.some(({ what }) => what.endsWith('proposals'))).toBe(false);
  });

  it('is sent in their words, which stay where that fails', async () => {
    let works = false;
    const { asked } = page({
      'POST portal/searches/s1/proposals': () => (works ? {} : failing(429, 'request.tooMany', 'You wrote 20 times today.')),
    });
    const words = await screen.findByRole<HTMLTextAreaElement>('textbox', { name: 'In your own words' });
    const send = screen.getByRole<HTMLButtonElement>('button', { name: 'Send it to Juno' });
    expect(send.disabled).toBe(true);
    await userEvent.type(words, 'Wrenfield too');
    await userEvent.click(send);
    expect(await screen.findByText('You wrote 20 times today.')).toBeTruthy();
    expect(words.value).toBe('Wrenfield too');
    works = true;
    await userEvent.click(send);
    expect((await screen.findByRole('status')).textContent).toContain('Juno looks at it');
    expect(words.value).toBe('');
    expect(asked.findLast(({ what }) => what.endsWith('proposals'))?.body).toMatchObject({
      text: 'Wrenfield too',
      widens: true,
      wish: { lines: [{ field: 'City', is: { anyOf: ['Wrenfield'] } }] },
    });
  });

  it('is about a search of theirs, or leads back', async () => {
    page({}, '/p/change/nobodys');
    expect(await screen.findByText('the portal')).toBeTruthy();
  });
});
