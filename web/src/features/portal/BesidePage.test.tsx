// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { card, home, portal } from '../../testing/portal.js';
import { BesidePage } from './BesidePage.js';
import { PortalPage } from './PortalPage.js';
import { besideOf, withBeside } from './portal.rules.js';

const of = (key: string, facts: object) => ({ ...card(key), listing: { ...card(key).listing, ...facts } });
const PORTAL = portal(
  home('27', { reaction: { verdict: 'like', note: '', at: '2026-04-14T13:00:00Z' } }),
  home('28'),
  home('29'),
);
const answers = {
  'GET portal': PORTAL,
  'GET portal/homes': [of('27', { BedroomsTotal: 3, YearBuilt: 1932 }), of('28', { BedroomsTotal: 3, YearBuilt: 2004 })],
};
const at = (address: string) =>
  drawn(
    <Routes>
      <Route path="/p" element={<PortalPage />} />
      <Route path="/p/beside" element={<BesidePage />} />
    </Routes>,
    answers,
    address,
  );

describe('homes side by side', () => {
  it('are chosen among those told, and stand fact by fact', async () => {
    at('/p?show=all');
    await userEvent.click(await screen.findByRole('button', { name: '27 Lantern Ln, Port Ostrey side by side with others' }));
    expect(screen.getByText('Choose one more to see them side by side.')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: '28 Lantern Ln, Port Ostrey side by side with others' }));
    await userEvent.click(screen.getByRole('link', { name: '2 homes side by side' }));
    const table = await screen.findByRole('table', { name: 'Homes side by side' });
    const cells = (head: string): string[] =>
      within(within(table).getByRole('rowheader', { name: head }).closest('tr') as HTMLElement)
        .getAllByRole('cell')
        .map((cell) => cell.textContent);
    expect(cells('Built')).toEqual(['1932', '2004']);
    expect(cells('Price')).toEqual(['$418,000', '$418,000']);
    expect(within(table).getByText('Like')).toBeTruthy();
    expect(within(table).getAllByText(/^Listed by Marl & Mason/)).toHaveLength(2);
  });

  it('are only those of the portal, and two at least', async () => {
    at('/p/beside?beside=27,99');
    expect(await screen.findByText(/^Choose two homes or more/)).toBeTruthy();
    expect(screen.queryByRole('table')).toBeNull();
  });

  it('are four at most; one more takes the place of the first', () => {
    const four = new URLSearchParams('show=all&beside=1,2,3,4');
    expect(withBeside(four, '5').toString()).toBe('show=all&beside=2%2C3%2C4%2C5');
    expect(withBeside(four, '2').get('beside')).toBe('1,3,4');
    expect(withBeside(new URLSearchParams('beside=1'), '1').has('beside')).toBe(false);
    expect(besideOf(new URLSearchParams('beside=1,1,,2,3,4,5'))).toEqual(['1', '2', '3', '4']);
  });
});
