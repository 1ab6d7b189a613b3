// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { MovedRow, MovementAnswer } from '@perambula/contract';
import { MOVED } from '@perambula/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { MarketPage } from './MarketPage.js';

vi.mock('react-chartjs-2', () => ({ Line: () => null }));

const counts = (more: Partial<MovementAnswer['counts']>): MovementAnswer['counts'] =>
  ({ ...Object.fromEntries(MOVED.map((moved) => [moved, 0])), net: 0, ...more }) as MovementAnswer['counts'];
const movement: MovementAnswer = {
  counts: counts({ new: 41, back: 9, underContract: 34, withdrawn: 4, expired: 3, priceDown: 2, closed: 28, aside: 1, net: 9 }),
  before: counts({ new: 38, net: 7 }),
  lastYear: counts({ new: 30, net: -2 }),
  usual: counts({ new: 36.5, net: 0.5 }),
  forSale: { from: 153, to: 162 },
  cuts: { homes: 2, large: 1, median: 0.04, bands: [] },
  back: [{ price: 'same', after: 'twoWeeks', homes: 9, guess: 'inspection' }],
  weeks: [{ at: Date.UTC(2026, 3, 14), forSale: 162, yearBefore: 130 }],
  ...{ from: '2026-04-07T13:12:00Z', to: '2026-04-14T13:12:00Z' },
};
const row = (key: string, from: number, to: number): MovedRow => ({
  listing: {
    ListingKey: key,
    UnparsedAddress: `${key} Lantern Ln, Wrenfield`,
    City: 'Wrenfield',
    StandardStatus: 'Active',
  } as unknown as MovedRow['listing'],
  ...{ moved: 'priceDown', at: '2026-04-10T13:00:00Z', from, to, daysUnderContract: null },
  wantedBy: [{ clientId: 'c', client: 'Amara Osei & Teo Lind', how: 'fits' }],
});
const ANSWERS = {
  'GET bounds': [],
  'GET searches': [
    { id: 's1', name: 'Three beds', clientId: 'c', document: { version: 1, kinds: ['Land'], lines: [], bounds: [], order: [] } },
  ],
  'GET searches/choices': { City: [{ value: 'Wrenfield', listings: 3 }], SubdivisionName: [] },
  'GET clients': [{ id: 'c', name: 'Amara Osei & Teo Lind' }],
  'POST market/moved': movement,
  'POST market/moved/homes': { total: 2, rows: [row('1', 365_000, 337_900), row('2', 398_000, 389_900)] },
};
beforeEach(() => localStorage.clear());

describe('the page of the market', () => {
  it('shows a sum that can be followed, beside the time before, and its cuts, the largest first', async () => {
    const { asked } = drawn(<MarketPage />, ANSWERS);
    const net = await screen.findByText('+9');
    expect(net.closest('div')?.textContent).toContain('for sale, now 162');
    expect(screen.getByRole('button', { name: /^41 the same time before: 38 new$/ })).toBeTruthy();
    expect(screen.getByRole('button', { name: /^7 .* off$/ })).toBeTruthy();
    expect(await screen.findByRole('heading', { name: 'Cut their price: 2' })).toBeTruthy();
    const [, first] = within(screen.getByRole('region', { name: 'Cut their price' })).getAllByRole('row');
    expect(first?.textContent).toMatch(/1 Lantern Ln.*\$365,000\$337,900\$27,100−7.4%.*Amara Osei & Teo fits/);
    expect(screen.getByText('often the inspection')).toBeTruthy();
    expect(asked.find(({ what }) => what === 'POST market/moved/homes')?.body).toMatchObject({
      ...{ over: 'days7', moved: ['priceDown'], order: 'percent', offset: 0 },
    });
  });

  it('opens each figure as its list, under which no home of another stands', async () => {
    const answer = ({ moved }: { moved: string[] }) =>
      moved[0] === 'priceDown' ? ANSWERS['POST market/moved/homes'] : new Promise(() => undefined);
    const { asked } = drawn(<MarketPage />, { ...ANSWERS, 'POST market/moved/homes': answer });
    await screen.findByRole('link', { name: '1 Lantern Ln' });
    await userEvent.click(await screen.findByRole('button', { name: /off$/ }));
    expect(await screen.findByRole('heading', { name: 'Went off the market: 7' })).toBeTruthy();
    expect(screen.queryByRole('link', { name: '1 Lantern Ln' })).toBeNull();
    expect(asked.filter(({ what }) => what === 'POST market/moved/homes').at(-1)?.body).toMatchObject({
      ...{ moved: ['withdrawn', 'expired', 'canceled', 'onHold'], order: 'latest' },
    });
  });

  it('is changed where its sentence stands, and remembers it', async () => {
    const { asked, unmount } = drawn(<MarketPage />, ANSWERS);
    await userEvent.click(await screen.findByRole('button', { name: 'the whole county' }));
    await userEvent.click(await screen.findByRole('combobox', { name: 'Places' }));
    await userEvent.click(await screen.findByTitle('Wrenfield'));
    await expect
      .poll(() => asked.filter(({ what }) => what === 'POST market/moved').at(-1)?.body)
      .toMatchObject({ scope: { lines: [{ field: 'City', is: { anyOf: ['Wrenfield'] } }] } });
    unmount();
    drawn(<MarketPage />, ANSWERS);
    expect(await screen.findByRole('button', { name: 'Wrenfield' })).toBeTruthy();
  });

  it('looks at what a saved search asks for, and says when that is gone', async () => {
    const { asked, unmount } = drawn(<MarketPage />, ANSWERS, '/?of=s1&beside=usual');
    expect(await screen.findByRole('button', { name: /^41 what is usual: 36.5 new$/ })).toBeTruthy();
    expect(asked.find(({ what }) => what === 'POST market/moved')?.body).toMatchObject({ scope: { kinds: ['Land'] } });
    unmount();
    drawn(<MarketPage />, ANSWERS, '/?of=s9');
    expect((await screen.findByRole('alert')).textContent).toMatch(/kept no more/);
  });

  it('says so where nothing did what is open, and where it could not be counted', async () => {
    const { unmount } = drawn(<MarketPage />, { ...ANSWERS, 'POST market/moved/homes': { total: 0, rows: [] } });
    expect(await screen.findByText(/None in this time/)).toBeTruthy();
    unmount();
    drawn(<MarketPage />, {
      ...ANSWERS,
      'POST market/moved': () => new Response('{"message":"Too much at once."}', { status: 503 }),
    });
    expect(await screen.findByText(/Too much at once/)).toBeTruthy();
  });
});
