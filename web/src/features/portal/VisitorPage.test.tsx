// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { card, portal } from '../../testing/portal.js';
import { VisitorPage } from './VisitorPage.js';
import { paramsOf, readPrice, searchOfWishes, switched, wishesOf } from './visitor.rules.js';

const PAGE = { agent: portal().agent, towns: ['Port Ostrey', 'Tansy Hill'], now: '2026-04-14T13:12:00.000Z' };
const HOMES = { fit: 13, isMore: false, cards: [card('27')] };
const at = (answers: Record<string, unknown>, address = '/with/juno-albright') =>
  drawn(
    <Routes>
      <Route path="/with/:agent" element={<VisitorPage />} />
    </Routes>,
    { 'GET visitors/juno-albright': PAGE, 'POST visitors/juno-albright/homes': HOMES, ...answers },
    address,
  );

describe('an agent’s page for visitors', () => {
  it('counts and shows the homes that fit as wishes are tapped and typed', async () => {
    const { asked } = at({});
    expect(await screen.findByText('13 homes fit now.')).toBeTruthy();
    expect(screen.getByRole('article', { name: '27 Lantern Ln, Port Ostrey' })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Townhouse' }));
    await userEvent.type(screen.getByLabelText('Price, at most'), '450');
    expect(screen.getByText('Up to $450,000')).toBeTruthy();
    const last = (): unknown => asked.findLast(({ what }) => what.endsWith('/homes'))?.body;
    await expect
      .poll(last)
      .toMatchObject({ search: { lines: [{ is: { anyOf: ['Townhouse'] } }, { field: 'ListPrice', is: { atMost: 450_000 } }] } });
  });

  it('takes a name and an address, and says what happens next', async () => {
    const { asked } = at({ 'POST visitors/juno-albright/requests': {} }, '/with/juno-albright?beds=3');
    await userEvent.type(await screen.findByLabelText('Your name'), 'Tove Marsh');
    await userEvent.type(screen.getByLabelText('E-mail address'), 'tove@marsh.example');
    await userEvent.selectOptions(screen.getByLabelText('How often'), 'Weekly');
    await userEvent.click(screen.getByRole('button', { name: 'Ask for these homes' }));
    expect(await screen.findByText(/A message is on its way to tove@marsh\.example\. .* homes come weekly\./)).toBeTruthy();
    expect(asked.find(({ what }) => what.endsWith('/requests'))?.body).toMatchObject({
      name: 'Tove Marsh',
      email: 'tove@marsh.example',
      cadence: 'weekly',
      search: { lines: [{ field: 'BedroomsTotal', is: { atLeast: 3 } }] },
    });
  });

  it('keeps what was typed where it could not go, and says so where the page is closed', async () => {
    at({ 'POST visitors/juno-albright/requests': failing(429, 'request.tooMany', 'Many people asked today.') });
    await userEvent.type(await screen.findByLabelText('Your name'), 'Tove Marsh');
    await userEvent.type(screen.getByLabelText('E-mail address'), 'tove@marsh.example');
    await userEvent.click(screen.getByRole('button', { name: 'Ask for these homes' }));
    expect(await screen.findByText('Many people asked today.')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('E-mail address').value).toBe('tove@marsh.example');
  });

  it('says that a page is not there', async () => {
    at({ 'GET visitors/juno-albright': failing(404, 'thing.missing', 'There is no such page, or it is not yours.') });
    expect(await screen.findByText(/There is no such page/)).toBeTruthy();
  });
});

describe('wishes', () => {
  it('stand in the address as they are, and what makes no sense there is left out', () => {
    const words = 'kinds=Townhouse&towns=Port+Ostrey%7CTansy+Hill&without=Auction&most=450000&beds=3&baths=1.5';
    expect(paramsOf(wishesOf(new URLSearchParams(words))).toString()).toBe(words);
    const none = wishesOf(new URLSearchParams('kinds=Castle&most=free&beds=-1&baths=NaN'));
    expect(paramsOf(none).toString()).toBe('');
    expect(searchOfWishes(none).lines).toEqual([]);
  });
  it('hold areas that were drawn, in the address as in the search', () => {
    const corner = (lon: number, lat: number): [number, number] => [lon, lat];
    const square = (lon: number) => [
      [corner(lon, 40.6), corner(lon + 0.01, 40.6), corner(lon + 0.01, 40.61234567), corner(lon, 40.6)],
    ];
    const wishes = {
      ...wishesOf(new URLSearchParams()),
      areas: [
        { type: 'Polygon' as const, coordinates: square(-66) },
        { type: 'MultiPolygon' as const, coordinates: [square(-65.9), square(-65.8)] },
      ],
    };
    const read = wishesOf(new URLSearchParams(paramsOf(wishes).toString()));
    expect(read.areas).toMatchObject([
      {
        type: 'Polygon',
        coordinates: [
          [
            [-66, 40.6],
            [-65.99, 40.6],
            [-65.99, 40.612346],
            [-66, 40.6],
          ],
        ],
      },
      { type: 'MultiPolygon', coordinates: [[[[-65.9, 40.6], {}, {}, {}]], [[[-65.8, 40.6], {}, {}, {}]]] },
    ]);
    expect(searchOfWishes(read).bounds.map(({ id, mode }) => `${id} ${mode}`)).toEqual(['drawn1 in', 'drawn2 in']);
    for (const nonsense of ['x', '1_2_3', '-66_40_-66_41', '200_100_201_100_201_101_200_100'])
      expect(wishesOf(new URLSearchParams({ areas: nonsense })).areas).toEqual([]);
  });
  it('are put in and taken out', () => {
    expect(switched(['a'], 'b')).toEqual(['a', 'b']);
    expect(switched(['a', 'b'], 'a')).toEqual(['b']);
  });
  it('read prices as people type them', () => {
    const read = ['450k', '$450,000', '450', '1.2m', '', 'cheap', '0', '12000'].map(readPrice);
    expect(read).toEqual([450_000, 450_000, 450_000, 1_200_000, null, undefined, undefined, 12_000]);
  });
});
