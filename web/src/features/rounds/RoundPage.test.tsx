// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Round, RoundHome } from '@perambula/contract';
import { readInstructions } from '@perambula/core';
import { describe, expect, it, vi } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { RoundPage } from './RoundPage.js';

vi.mock('../map/index.js', () => ({ RoundMap: ({ label }: { label: string }) => <p>{label}</p> }));

const home = (id: string, more: Partial<RoundHome> = {}): RoundHome => ({
  id,
  listingKey: id,
  address: `${id} Tollgate Rd, Port Ostrey`,
  price: 431_000,
  status: 'Active',
  at: [-66, 40.6],
  minutes: 30,
  place: null,
  before: null,
  beside: null,
  open: [{ from: 540, until: 1140 }],
  hoursBy: 'instructions',
  likely: { hours: [{ from: 600, until: 1080 }], asked: 0, agreed: 0 },
  instructions: 'Vacant.',
  rules: readInstructions('Vacant.'),
  agentMobile: '',
  showing: null,
  ...more,
});
const PLAIN = { minutes: 30, offeredAt: null, isInvited: false, clash: null };
/** All places lie ten minutes apart. */
const round = (homes: readonly RoundHome[], more: Partial<Round> = {}): Round => {
  const places = homes.length + (more.leftOut?.length ?? 0) + 2;
  return {
    id: 'r',
    clientId: 'c',
    clientName: 'Amara & Teo',
    asksAfter: true,
    name: 'Saturday round',
    on: '2026-04-18',
    begin: { name: 'Office', at: [-66, 40.6] },
    end: { name: 'Office', at: [-66, 40.6] },
    leaveAt: 600,
    backBy: 1080,
    aim: 'soonest',
    break: null,
    isOwnOrder: false,
    isProven: true,
    homes,
    leftOut: [],
    table: {
      moments: [540, 570],
      minutes: Array.from({ length: places }, (_, i) => Array.from({ length: places }, (_j, j) => (i === j ? [0, 0] : [10, 10]))),
    },
    legs: [],
    others: [],
    ...more,
  };
};
const rowOf = (name: string): HTMLElement => {
  const rows = within(screen.getByRole('region', { name: 'The homes in their order' })).getAllByRole('listitem');
  return rows.find((row) => row.textContent.includes(name)) as HTMLElement;
};

describe('the page of a round', () => {
  it('tells when each home is seen, how its office stands to it, and what is shut', async () => {
    const homes = [
      home('44', {
        showing: { id: 's', state: 'confirmed', startAt: '2026-04-18T14:10:00Z', ...PLAIN, answer: '' },
        open: [{ from: 610, until: 640 }],
      }),
      home('18', { showing: { id: 't', state: 'proposed', startAt: '2026-04-18T14:50:00Z', ...PLAIN, answer: '' } }),
      home('6', { open: [{ from: 540, until: 600 }] }),
    ];
    drawn(<RoundPage />, { 'GET rounds/': round(homes) });
    expect(await screen.findByText(/3 homes, 10:00 am to 12:10 pm · 40 min driving/)).toBeTruthy();
    expect(rowOf('44 Tollgate Rd').textContent).toMatch(/10:10.*Confirmed.*drive 10 min/);
    expect(rowOf('18 Tollgate Rd').textContent).toMatch(/10:50.*Asked for 10:50 am/);
    expect(rowOf('6 Tollgate Rd').textContent).toMatch(/Shut: seen 9 am to 10 am/);
    expect(screen.getByText(/has not answered/)).toBeTruthy();
    expect(screen.getByText(/One listing office has not been asked yet/)).toBeTruthy();
    expect(await screen.findByText('The way of Saturday round')).toBeTruthy();
  });

  it('offers the change by which a home would fit', async () => {
    const leftOut = [{ ...home('902'), change: { what: 'leaveAt' as const, to: 570 } }];
    const { asked } = drawn(<RoundPage />, {
      'GET rounds/': round([home('44')], { leftOut }),
      'PATCH rounds/r': round([home('44'), home('902')]),
    });
    expect(await screen.findByText(/fits if you start at 9:30 am/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Start at 9:30 am' }));
    expect(asked.at(-1)).toEqual({ what: 'PATCH rounds/r', body: { leaveAt: 570 } });
  });

  it('asks the offices, and without an agreement only when told to', async () => {
    const { asked } = drawn(<RoundPage />, {
      'GET rounds/': round([home('44')]),
      'POST rounds/r/requests': ({ withoutAgreement }: { withoutAgreement?: boolean }) =>
        withoutAgreement
          ? { asked: 1, notAsked: [{ address: '6 Tidewell Ct', why: 'The listing names no address.' }] }
          : failing(409, 'agreement.missing', 'There is no signed buyer agreement for that day.'),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Ask the offices' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Ask the offices all the same' }));
    expect(await screen.findByText(/One listing office is asked/)).toBeTruthy();
    expect(await screen.findByText(/6 Tidewell Ct was not asked. The listing names no address./)).toBeTruthy();
    const bodies = asked.filter(({ what }) => what === 'POST rounds/r/requests').map(({ body }) => body);
    expect(bodies).toEqual([{}, { withoutAgreement: true }]);
  });

  it('asks nobody where the agent goes alone, and says when it is over too late', async () => {
    drawn(<RoundPage />, { 'GET rounds/': round([home('44')], { clientId: null, backBy: 630, isOwnOrder: true }) });
    expect(await screen.findByText('It is over 20 minutes after you want to be back.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Ask the offices' })).toBeNull();
    expect(screen.getByRole('button', { name: 'Best order' })).toBeTruthy();
  });

  it('says what an offered time does to it before that is taken, and what it is without a home that is refused', async () => {
    const offeredAt = '2026-04-18T16:30:00Z';
    const homes = [
      home('44', {
        showing: { id: 's', state: 'countered', startAt: '2026-04-18T14:10:00Z', ...PLAIN, offeredAt, answer: '' },
      }),
      home('18', { showing: { id: 't', state: 'refused', startAt: '2026-04-18T14:50:00Z', ...PLAIN, answer: 'Sold.' } }),
    ];
    const { asked } = drawn(<RoundPage />, {
      'GET rounds/': round(homes),
      'GET rounds/r/homes/44/offer': {
        now: 690,
        then: 790,
        order: [
          { address: '18 Tollgate Rd, Port Ostrey', startAt: 610 },
          { address: '44 Tollgate Rd, Port Ostrey', startAt: 750 },
        ],
        isReordered: true,
        lost: [],
      },
      'POST rounds/r/homes/44/offer': round([home('18'), home('44')]),
      'DELETE rounds/r/homes/18': round([home('44')]),
    });
    expect(await screen.findByText('The round is then over at 1:10 pm, 100 min later, and every home is seen.')).toBeTruthy();
    const order = within(screen.getByRole('list', { name: 'The order then' })).getAllByRole('listitem');
    expect(order.map(({ textContent }) => textContent)).toEqual(['10:10 am 18 Tollgate Rd', '12:30 pm 44 Tollgate Rd']);
    expect(screen.getByText(/was refused: Sold\./).textContent).toMatch(/Without it the round is over at 10:50 am\./);
    await userEvent.click(screen.getByRole('button', { name: 'Take 12:30 pm' }));
    await userEvent.click(screen.getByRole('button', { name: 'Take it out' }));
    expect(asked.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['POST rounds/r/homes/44/offer', 'DELETE rounds/r/homes/18']),
    );
  });

  it('shows its best orders side by side, and takes one by a click', async () => {
    const order = { homes: 2, leftOut: 0, backAt: 700, driving: 30, unlikely: 0 };
    const { asked } = drawn(<RoundPage />, {
      'GET rounds/': round([home('44'), home('18')], { isOwnOrder: true }),
      'GET rounds/r/orders/soonest': order,
      'GET rounds/r/orders/leastDriving': { ...order, backAt: 720, driving: 25, homes: 1, leftOut: 1 },
      'GET rounds/r/orders/likeliest': failing(503, 'request.tooHeavy', 'This took too long.'),
      'PATCH rounds/r': round([home('44'), home('18')]),
      'POST rounds/r/bestOrder': round([home('18'), home('44')], { aim: 'leastDriving' }),
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Best orders side by side' }));
    const table = within(screen.getByRole('table', { name: 'Best orders' }));
    expect(await table.findByRole('row', { name: /Over soonest 11:40 am 30 min 2/ })).toBeTruthy();
    expect(await table.findByRole('row', { name: /Least driving 12:00 pm 25 min 1 of 2/ })).toBeTruthy();
    expect(await table.findByRole('row', { name: /Most likely confirmed This took too long/ })).toBeTruthy();
    await userEvent.click(table.getByRole('button', { name: 'Take the order: Least driving' }));
    await expect.poll(() => asked.map(({ what }) => what)).toContain('POST rounds/r/bestOrder');
    expect(asked.find(({ what }) => what.startsWith('PATCH'))?.body).toEqual({ aim: 'leastDriving' });
  });

  it('says what its order does not keep, and who else goes round with them', async () => {
    drawn(<RoundPage />, {
      'GET rounds/': round([home('44'), home('18', { before: '44' })], {
        isOwnOrder: true,
        others: [{ agentName: 'Wilhelm Frost', isOwn: false, from: 630, until: 780 }],
      }),
    });
    expect(await screen.findByText('18 Tollgate Rd is to be seen before 44 Tollgate Rd, and is not.')).toBeTruthy();
    expect(screen.getByText(/They go round with Wilhelm Frost, too/)).toBeTruthy();
  });

  it('says when its break is, and that there is no time for it', async () => {
    const { unmount } = drawn(<RoundPage />, {
      'GET rounds/': round([home('44'), home('18'), home('20')], { break: { from: 640, until: 700, minutes: 30 } }),
    });
    expect(await screen.findByText(/^then a break of 30 min, \d+:\d\d am to/)).toBeTruthy();
    unmount();
    const long = home('44', { minutes: 240 });
    drawn(<RoundPage />, { 'GET rounds/': round([long, home('18')], { break: { from: 640, until: 700, minutes: 30 } }) });
    expect(await screen.findByText('In this order there is no time for the break.')).toBeTruthy();
  });

  it('is sent once an office has agreed, after a word on what goes', async () => {
    const showing = { id: 's', state: 'confirmed' as const, startAt: '2026-04-18T14:10:00Z', ...PLAIN, answer: '' };
    const { asked } = drawn(<RoundPage />, {
      'GET rounds/': round([home('44', { showing }), home('18')]),
      'POST rounds/r/message': { sentTo: 2, homes: 1 },
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Send the day' }));
    expect(await screen.findByText('Send Amara & Teo the agreed visit?')).toBeTruthy();
    expect(screen.getByText(/One home is not agreed yet, and not named/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Send' }));
    expect(await screen.findByText('Sent to 2 people.')).toBeTruthy();
    expect(asked.map(({ what }) => what)).toContain('POST rounds/r/message');
  });

  it('tells afterwards what was said, and a next step becomes a task by a click', async () => {
    const note = { at: '2026-04-18T15:00:00Z', listingKey: '44', personId: null, verdict: null, text: '', minutes: null };
    const { asked } = drawn(<RoundPage />, {
      'GET rounds/': round([home('44'), home('18')]),
      'GET rounds/r/day': {
        homes: [
          { ...home('44'), listAgent: 'Ines Okafor', thinks: [{ personId: 'p', verdict: 'like', note: 'So much light' }] },
          { ...home('18'), thinks: [] },
        ],
        people: [{ id: 'p', name: 'Amara', phone: '' }],
        notes: [{ ...note, id: '2', kind: 'words', text: 'The cellar is dry.' }],
      },
      'GET tasks': [],
      'GET clients/c/learned': {
        changes: [{ key: 'k', label: 'Garage spaces', after: '1 or more', searchName: 'First home' }],
        begin: null,
      },
      'GET clock': { now: '2026-04-18T22:00:00Z', zone: 'America/New_York', movable: true },
      'POST tasks': { id: 't' },
    });
    const said = within(await screen.findByRole('region', { name: 'What was said' }));
    expect(said.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      expect.stringMatching(/^44 Tollgate Rd.*Amara likes it\..*Amara: “So much light”.*“The cellar is dry\.”/),
    ]);
    expect(await said.findByText(/Their answers so far speak for/)).toBeTruthy();
    expect(said.getByText('Garage spaces: 1 or more')).toBeTruthy();
    await userEvent.click(said.getByRole('button', { name: 'Offer talk' }));
    await expect
      .poll(() => asked.find(({ what }) => what === 'POST tasks')?.body)
      .toMatchObject({ text: 'Talk of an offer for 44 Tollgate Rd', listingKey: '44', clientId: 'c' });
  });
});
