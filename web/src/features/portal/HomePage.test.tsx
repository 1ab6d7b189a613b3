// @vitest-environment jsdom
import type { PortalHomeAnswer } from '@perambula/contract';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { card, home, portal } from '../../testing/portal.js';
import { HomePage } from './HomePage.js';

const answer: PortalHomeAnswer = {
  ...card('27'),
  captions: ['Front', 'From the garden'],
  journeys: [
    { label: 'Ferry Square by 8:30 am', minutes: 8 },
    { label: 'Tansy Hill Clinic by 7:00 am', minutes: null },
  ],
  onFoot: [],
  bounds: [],
  moments: [
    { at: Date.parse('2026-04-12T14:00:00Z'), kind: 'price', from: 430_000, price: 418_000 },
    { at: Date.parse('2026-03-01T14:00:00Z'), kind: 'listed', status: 'Active', price: 430_000 },
  ],
  openHouses: [],
  times: ['2026-04-18T14:00:00.000Z', '2026-04-19T17:00:00.000Z'],
  alike: ['9'],
};
const page = (
  <Routes>
    <Route path="/p/home/:key" element={<HomePage />} />
  </Routes>
);
const homes = portal(
  home('27', { others: [{ person: 'Teo', verdict: 'unsure', note: 'the stairs' }] }),
  home('28'),
  home('9', { isNew: false, reaction: { verdict: 'like', note: '', at: '2026-04-14T13:00:00Z' } }),
);
const answers = {
  'GET portal': homes,
  'GET portal/homes': [card('9')],
  'GET portal/homes/27': answer,
  'GET portal/homes/27/verify': { facts: ['Year built'] },
  'POST portal/homes/27/visit': {},
};

describe('a home of the portal by itself', () => {
  it('tells how far it is, what happened to it, what the other thinks and what is like it', async () => {
    const { asked } = drawn(page, answers, '/p/home/27?show=new');
    expect(await screen.findByText('Ferry Square by 8:30 am')).toBeTruthy();
    expect(screen.getByText('8 min')).toBeTruthy();
    expect(screen.getByText('no way known')).toBeTruthy();
    expect(screen.getByText(/cut by \$12,000 \(2\.8%\) to \$418,000/)).toBeTruthy();
    expect(screen.getByText(/is unsure: “the stairs”/)).toBeTruthy();
    expect(await screen.findByText(/Verify: Year built/)).toBeTruthy();
    expect((await screen.findByRole('link', { name: '9 Lantern Ln, Port Ostrey' })).getAttribute('href')).toBe(
      '/p/home/9?show=like',
    );
    expect(screen.getByText('1 of 2')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'The next home' }).getAttribute('href')).toBe('/p/home/28?show=new');
    expect(asked.map(({ what }) => what)).toContain('POST portal/homes/27/visit');
  });

  it('shows its history after a code that is mailed, and says how many tries are left', async () => {
    let isKnown = false;
    const { asked } = drawn(
      page,
      {
        ...answers,
        'GET portal': () => ({ ...homes, others: ['Teo'], isKnown }),
        'GET portal/homes/27': () => ({ ...answer, moments: isKnown ? answer.moments : [] }),
        'POST portal/code': {},
        'PUT portal/code': (body: unknown) => {
          if ((body as { code: string }).code !== '482913')
            return failing(409, 'code.wrong', 'That is not the code that was mailed last. 4 tries are left.');
          isKnown = true;
          return {};
        },
      },
      '/p/home/27?show=new',
    );
    const section = within((await screen.findByRole('heading', { name: 'Its time for sale' })).closest('section') as HTMLElement);
    expect(section.getByText(/What Teo let you see, .* is shown to you alone/)).toBeTruthy();
    await userEvent.click(section.getByRole('button', { name: 'Mail me a code' }));
    const code = await section.findByLabelText('The code');
    await userEvent.type(code, '482 914');
    await userEvent.click(section.getByRole('button', { name: 'Show it' }));
    expect((await section.findByRole('alert')).textContent).toContain('4 tries are left');
    await userEvent.clear(code);
    await userEvent.type(code, '482 913{Enter}');
    expect(await screen.findByText(/cut by \$12,000 \(2\.8%\) to \$418,000/)).toBeTruthy();
    expect(screen.queryByLabelText('The code')).toBeNull();
    expect(asked.filter(({ what }) => what === 'POST portal/code')).toHaveLength(1);
  });

  it('is asked for at the agent’s times, in words too', async () => {
    const { asked } = drawn(page, { ...answers, 'POST portal/homes/27/showing': {} }, '/p/home/27?show=new');
    await screen.findByText('Ferry Square by 8:30 am');
    await userEvent.click(screen.getByRole('button', { name: 'Ask to see it' }));
    await userEvent.click(screen.getByRole('button', { name: 'Sat, Apr 18, 10:00 am' }));
    await userEvent.type(screen.getByLabelText('When would suit you?'), 'with my mother');
    await userEvent.click(screen.getByRole('button', { name: 'Ask' }));
    expect(asked.find(({ what }) => what.endsWith('showing'))?.body).toEqual({ wish: 'Sat, Apr 18, 10:00 am; with my mother' });
  });

  it('says why it cannot be shown, and asks again', async () => {
    let fails = true;
    drawn(
      page,
      {
        ...answers,
        'GET portal/homes/27': () => (fails ? failing(503, 'server.busy', 'Too much is being asked just now.') : answer),
      },
      '/p/home/27?show=new',
    );
    expect((await screen.findByRole('alert')).textContent).toContain('Too much is being asked just now.');
    expect(screen.getByRole('link', { name: 'The next home' })).toBeTruthy();
    fails = false;
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByText('Ferry Square by 8:30 am')).toBeTruthy();
  });

  it('that was not told says so', async () => {
    drawn(page, answers, '/p/home/77');
    expect(await screen.findByRole('heading', { name: 'This home does not stand in your portal' })).toBeTruthy();
  });
});
