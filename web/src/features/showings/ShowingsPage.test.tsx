// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Showing } from '@perambula/contract';
import { describe, expect, it, vi } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { ShowingsPage } from './ShowingsPage.js';

vi.mock('../homesMap/index.js', () => ({ HomesOnMap: () => null }));

const NOW = '2026-04-14T13:00:00Z';
const showing = (id: string, more: Partial<Showing> = {}): Showing => ({
  id,
  clientId: 'c1',
  clientName: 'Amara & Teo',
  listingKey: id,
  address: `${id} Lantern Ln`,
  price: 400_000,
  longitude: null,
  latitude: null,
  status: 'Active',
  state: 'asked',
  startAt: null,
  offeredAt: null,
  askedOfficeAt: null,
  isInvited: false,
  clash: null,
  minutes: 30,
  wish: '',
  answer: '',
  agreementSigned: true,
  showingInstructions: '',
  agentMobile: '',
  ...more,
});
const answers = (showings: readonly Showing[], more: object = {}): Parameters<typeof drawn>[1] => ({
  'GET showings/27/times': ['2026-04-18T14:00:00.000Z', '2026-04-18T15:30:00.000Z'],
  'GET showings': showings,
  'GET clock': { now: NOW, zone: 'America/New_York', movable: true },
  'GET rounds': [],
  ...more,
});
const rowOf = async (address: string): Promise<HTMLElement> =>
  (await screen.findByRole('link', { name: address })).closest('li') as HTMLElement;

describe('the page of showings', () => {
  it('says what an office offers instead, and takes it, also without an agreement when told to', async () => {
    const offered = showing('27', {
      state: 'countered',
      startAt: '2026-04-18T14:00:00Z',
      offeredAt: '2026-04-18T15:30:00Z',
      answer: 'Wharf Realty offers another time.',
    });
    const { asked } = drawn(
      <ShowingsPage />,
      answers([offered], {
        'POST showings/27/acceptance': ({ withoutAgreement }: { withoutAgreement?: boolean }) =>
          withoutAgreement ? {} : failing(409, 'agreement.missing', 'There is no signed buyer agreement for that day.'),
      }),
    );
    const row = await rowOf('27 Lantern Ln');
    expect(row.textContent).toMatch(/Another time offered/);
    expect(row.textContent).toMatch(/It offers Sat, Apr 18, 11:30 am\./);
    await userEvent.click(within(row).getByRole('button', { name: 'Take 11:30 am' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Take it all the same' }));
    expect(asked.filter(({ what }) => what.endsWith('acceptance')).map(({ body }) => body)).toEqual([
      {},
      { withoutAgreement: true },
    ]);
  });

  it('keeps what an office said by telephone', async () => {
    const waiting = showing('27', {
      state: 'proposed',
      startAt: '2026-04-18T14:00:00Z',
      askedOfficeAt: '2026-04-14T08:00:00Z',
    });
    const { asked } = drawn(<ShowingsPage />, answers([waiting], { 'POST showings/27/answer': {} }));
    const row = await rowOf('27 Lantern Ln');
    expect(row.textContent).toMatch(/asked today 4:00 am/);
    await userEvent.click(within(row).getByRole('button', { name: 'More for 27 Lantern Ln' }));
    await userEvent.click(await screen.findByText('Note what the office said by telephone'));
    await userEvent.click(await screen.findByText('Another time'));
    await userEvent.type(screen.getByLabelText('Anything it said with it'), 'After lunch.');
    await userEvent.click(screen.getByRole('button', { name: 'Keep it' }));
    expect(asked.find(({ what }) => what.endsWith('answer'))?.body).toMatchObject({ answer: 'countered', note: 'After lunch.' });
  });

  it('makes a round of what one household asks to see, and warns of two at once', async () => {
    const both = { startAt: '2026-04-18T14:00:00Z', state: 'confirmed' as const };
    drawn(
      <ShowingsPage />,
      answers([
        showing('1'),
        showing('2'),
        showing('3', { clientId: 'c2', clientName: 'The Fenns' }),
        showing('4', { ...both, clash: 'The Fenns is to see it at the same time.', isInvited: true }),
      ]),
    );
    expect(await screen.findByRole('button', { name: 'Round for Amara & Teo …' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Round for The Fenns/ })).toBeNull();
    const row = await rowOf('4 Lantern Ln');
    expect(row.textContent).toMatch(/is to see it at the same time.*/);
    expect(row.textContent).toMatch(/in their calendar/);
    expect(within(row).getByRole('button', { name: 'Send again' })).toBeTruthy();
  });

  it('gives the address of a calendar once, and closes it', async () => {
    const { asked } = drawn(
      <ShowingsPage />,
      answers([], {
        'GET calendar': { isOpen: false },
        'POST calendar': { url: 'https://here.example/api/calendars/abc.ics' },
        'DELETE calendar': {},
      }),
    );
    await userEvent.click(await screen.findByRole('button', { name: 'In your calendar' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Make an address' }));
    expect((await screen.findByLabelText<HTMLInputElement>('The address')).value).toBe(
      'https://here.example/api/calendars/abc.ics',
    );
    await userEvent.click(screen.getByRole('button', { name: 'Close the address' }));
    expect(await screen.findByRole('button', { name: 'Make an address' })).toBeTruthy();
    expect(asked.map(({ what }) => what)).toContain('DELETE calendar');
  });
});
