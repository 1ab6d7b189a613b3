// @vitest-environment jsdom
import type { Task, Today } from '@perambula/contract';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { TodayPage } from './TodayPage.js';

const NOW = '2026-04-14T13:12:00.000Z';
const NOTHING: Today = {
  behind: [],
  written: [],
  worthAWord: [],
  asked: [],
  held: [],
  failed: [],
  cameBy: [],
  tasks: [],
  since: [],
  sinceAt: null,
  shortlisted: [],
  ahead: [],
  newHomes: [],
};
const message: Today['held'][number] = {
  id: 'm1',
  to: 'amara@lindqvist.example',
  clientName: 'Amara & Teo Lindqvist',
  subject: '3 homes',
  state: 'held',
  createdAt: NOW,
  lastError: null,
};
const task: Task = {
  id: 't1',
  clientId: null,
  clientName: null,
  text: 'Ask the lender',
  home: null,
  dueOn: null,
  repeats: null,
  doneAt: null,
};
const answers = (today: Partial<Today>, more: object = {}): Record<string, unknown> => ({
  'GET today': { ...NOTHING, ...today },
  'GET session': { id: 'a', name: 'Juno Albright' },
  'GET clock': { now: NOW, zone: 'America/New_York', movable: true },
  'GET clients': [],
  ...more,
});

describe('Today', () => {
  it('greets by the county’s time, and says where what would stand, when nothing does', async () => {
    drawn(<TodayPage />, answers({}));
    expect(await screen.findByRole('heading', { name: 'Good morning, Juno' })).toBeTruthy();
    expect(screen.getByText(/Nothing waits for an answer\. No visit is agreed\./)).toBeTruthy();
    expect(screen.getByText(/requests to see a home, alerts held for your look/)).toBeTruthy();
  });
  it('tells what waits, what failed and why, and which step is behind since when', async () => {
    const failed = { ...message, id: 'm2', state: 'failed' as const, lastError: 'It came back: no such mailbox' };
    drawn(
      <TodayPage />,
      answers({ held: [message], failed: [failed], behind: [{ step: 'mail', minutes: 130, reason: 'It takes no messages.' }] }),
    );
    expect(await screen.findByText(/2 things wait for an answer\./)).toBeTruthy();
    expect(screen.getByText('It came back: no such mailbox')).toBeTruthy();
    expect(screen.getByText('Messages have not been sent for 2 hours.')).toBeTruthy();
  });
  it('says who has gone quiet, why that is thought, and what may wake them', async () => {
    const home = { listingKey: 'OST1', address: '27 Lantern Ln, Port Ostrey' };
    const quiet = {
      clientId: 'c1',
      client: 'Maren Ilves',
      person: 'Maren Ilves',
      kind: 'quiet' as const,
      days: 12,
      why: 'Silent for 12 days and 9 messages; Maren used to come every other day',
      home: null,
      wakers: [
        { text: '27 Lantern Ln, Port Ostrey, which they like, came down $10,000', home },
        { text: 'Call 555-0178', home: null },
      ],
    };
    drawn(<TodayPage />, answers({ worthAWord: [quiet] }));
    expect(await screen.findByText(/has gone quiet/)).toBeTruthy();
    expect(screen.getByText('Silent for 12 days and 9 messages; Maren used to come every other day.')).toBeTruthy();
    const wakers = within(screen.getByRole('list', { name: 'What may wake Maren Ilves' })).getAllByRole('listitem');
    expect(wakers.map(({ textContent }) => textContent)).toEqual(quiet.wakers.map(({ text }) => text));
    expect(screen.getByRole('button', { name: 'Write …' })).toBeTruthy();
  });
  it('answers what a client wrote, or says that it needs no answer', async () => {
    const said = {
      id: 'w1',
      clientId: 'c1',
      client: 'Bashir Odell',
      person: 'Bashir Odell',
      at: '2026-04-14T11:00:00Z',
      text: 'Is the cellar dry?',
      isProposal: false,
      home: { listingKey: 'OST1', address: '27 Lantern Ln, Port Ostrey' },
    };
    const { asked } = drawn(<TodayPage />, answers({ written: [said] }, { 'POST clients/c1/timeline/w1/answer': {} }));
    expect(await screen.findByText('“Is the cellar dry?”')).toBeTruthy();
    expect(screen.getByText(/One thing waits for an answer\./)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Answer' }));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Send the answer' }).disabled).toBe(true);
    await userEvent.type(screen.getByRole('textbox', { name: 'Answer Bashir Odell' }), 'Dry.{Control>}{Enter}{/Control}');
    const sent = asked.filter(({ what }) => what === 'POST clients/c1/timeline/w1/answer').map(({ body }) => body);
    expect(sent).toEqual([{ text: 'Dry.' }]);
  });
  it('lets a held message go, or does not send it', async () => {
    const { asked } = drawn(<TodayPage />, answers({ held: [message] }, { 'POST outbox/m1/pass': {} }));
    await userEvent.click(await screen.findByRole('button', { name: 'Let it go' }));
    await userEvent.click(screen.getByRole('button', { name: 'Don’t send' }));
    const passed = asked.filter(({ what }) => what === 'POST outbox/m1/pass').map(({ body }) => body);
    expect(passed).toEqual([{ send: true }, { send: false }]);
  });
  it('leaves a home of a held message out, and puts a word to another; what is refused is said', async () => {
    const home = { price: 410_000, why: 'New on the market', words: '', isLeftOut: false };
    let homes = [
      { ...home, listingKey: 'OST1', address: '27 Lantern Ln, Port Ostrey' },
      { ...home, listingKey: 'OST2', address: '9 Kelp Rd, Sedge Ferry' },
    ];
    const { asked } = drawn(
      <TodayPage />,
      answers(
        { held: [message] },
        {
          'GET outbox/m1/homes': () => homes,
          'PATCH outbox/m1/homes/OST1': () => (homes = homes.map((each, i) => ({ ...each, isLeftOut: i === 0 }))),
          'PATCH outbox/m1/homes/OST2': () => failing(409, 'alert.emptyMessage', 'It would tell no home at all.'),
        },
      ),
    );
    await userEvent.click(await screen.findByRole('button', { name: 'Look' }));
    const list = within(await screen.findByRole('list', { name: 'Homes in the message' }));
    await userEvent.click(list.getAllByRole('button', { name: 'Leave out' })[0] as HTMLElement);
    expect(await list.findByRole('button', { name: 'Put back' })).toBeTruthy();
    await userEvent.type(list.getByLabelText('A word to 9 Kelp Rd, Sedge Ferry'), 'By the water{Enter}');
    expect(await screen.findByText('It would tell no home at all.')).toBeTruthy();
    const changes = asked.filter(({ what }) => what.startsWith('PATCH outbox')).map(({ body }) => body);
    expect(changes).toEqual([
      { words: '', isLeftOut: true },
      { words: 'By the water', isLeftOut: false },
    ]);
  });
  it('leaves a follow-up and keeps what was typed when that fails', async () => {
    let fails = true;
    const { asked } = drawn(
      <TodayPage />,
      answers({ tasks: [task] }, { 'POST tasks': () => (fails ? failing(503, 'server.failed', 'Something failed.') : task) }),
    );
    const field = await screen.findByLabelText<HTMLInputElement>('New task');
    await userEvent.type(field, 'Call Teo{Enter}');
    expect(await screen.findByText('Something failed.')).toBeTruthy();
    expect(field.value).toBe('Call Teo');
    fails = false;
    await userEvent.type(field, '{Enter}');
    await expect.poll(() => field.value).toBe('');
    expect(asked.filter(({ what }) => what === 'POST tasks').map(({ body }) => body)).toEqual([
      { text: 'Call Teo' },
      { text: 'Call Teo' },
    ]);
    expect(within(screen.getByRole('list', { name: '' })).getByRole('checkbox', { name: 'Ask the lender' })).toBeTruthy();
  });
});
