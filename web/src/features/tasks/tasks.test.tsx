// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Task } from '@perambula/contract';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { TaskAnywhere } from './TaskAnywhere.js';
import { TaskLine } from './TaskLine.js';

const AT = { now: '2026-04-14T13:00:00Z', zone: 'America/New_York', movable: true };
const TASK: Task = {
  id: 't',
  clientId: 'c',
  clientName: 'Amara & Teo',
  home: { listingKey: 'k', address: '44 Tollgate Rd, Port Ostrey' },
  text: 'Ask for the survey',
  dueOn: '2026-04-18',
  repeats: 'weekly',
  doneAt: null,
};

describe('something to do', () => {
  it('that was taken out is put back as it was', async () => {
    const { asked } = drawn(<TaskLine task={TASK} />, { 'GET clock': AT, 'DELETE tasks/t': {}, 'POST tasks': { id: 'u' } });
    await userEvent.click(await screen.findByRole('button', { name: 'More about: Ask for the survey' }));
    await userEvent.click(await screen.findByText('Take it out'));
    await userEvent.click(await screen.findByRole('button', { name: 'Put it back' }));
    expect(asked.find(({ what }) => what === 'POST tasks')?.body).toEqual({
      text: 'Ask for the survey',
      clientId: 'c',
      listingKey: 'k',
      dueOn: '2026-04-18',
      repeats: 'weekly',
    });
  });

  it.each([
    ['about the home that is open', true, { text: 'Ask for the survey', listingKey: 'k' }],
    ['of its own', false, { text: 'Ask for the survey' }],
  ])('is noted by a key wherever one is, %s', async (_what, isAbout, body) => {
    const Page = () => {
      const [isOpen, setOpen] = useState(false);
      return <TaskAnywhere isOpen={isOpen} onOpen={setOpen} />;
    };
    const { asked } = drawn(<Page />, { 'GET clients': [], 'POST tasks': { id: 'u' } }, '/listings/k');
    await userEvent.keyboard('t');
    const field = await screen.findByRole('textbox', { name: 'New task' });
    if (!isAbout) await userEvent.click(screen.getByRole('checkbox', { name: 'About the home that is open' }));
    await userEvent.type(field, 'Ask for the survey{enter}');
    await expect.poll(() => asked.find(({ what }) => what === 'POST tasks')?.body).toEqual(body);
  });
});
