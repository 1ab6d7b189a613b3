// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { card, home, portal } from '../../testing/portal.js';
import { HowOften } from './HowOften.js';
import { WritePage } from './WritePage.js';

describe('writing to the agent', () => {
  const written = [
    { at: '2026-04-13T13:00:00Z', isByAgent: false, text: 'Is the cellar dry?', listingKey: '27' },
    { at: '2026-04-13T15:00:00Z', isByAgent: true, text: 'Dry, says the office.', listingKey: null },
  ];
  const answers = { 'GET portal': { ...portal(home('27')), written }, 'GET portal/homes': [card('27')] };

  it('shows what was written, and sends more about the home that one comes from', async () => {
    const { asked } = drawn(<WritePage />, { ...answers, 'POST portal/written': {} }, '/p/write?about=27');
    expect(await screen.findByText('Dry, says the office.')).toBeTruthy();
    await userEvent.type(await screen.findByLabelText('To Juno, about 27 Lantern Ln, Port Ostrey'), 'And the roof?');
    await userEvent.click(screen.getByRole('button', { name: 'Send' }));
    expect(await screen.findByText('Sent. Juno sees it at once.')).toBeTruthy();
    const sent = asked.filter(({ what }) => what === 'POST portal/written').map(({ body }) => body);
    expect(sent).toEqual([{ text: 'And the roof?', listingKey: '27' }]);
  });

  it('is about nothing where the address names a home that is not theirs, and keeps the words that could not go', async () => {
    const refusal = failing(429, 'request.tooMany', 'You wrote 20 times today.');
    const { asked } = drawn(<WritePage />, { ...answers, 'POST portal/written': refusal }, '/p/write?about=99');
    const field = await screen.findByLabelText<HTMLTextAreaElement>('To Juno');
    await userEvent.type(field, 'Hello');
    await userEvent.click(screen.getByRole('button', { name: 'Send' }));
    expect(await screen.findByText('You wrote 20 times today.')).toBeTruthy();
    expect(field.value).toBe('Hello');
    expect(asked.find(({ what }) => what === 'POST portal/written')?.body).toEqual({ text: 'Hello' });
  });
});

describe('how often somebody hears of a search', () => {
  it('is theirs to say: more seldom, not for now, or no more', async () => {
    const searches = [
      { id: 's1', name: 'Near the line', sentence: 'Homes for sale.', cadence: 'eachMorning', state: 'running' },
    ] as const;
    const of = { ...portal(), searches };
    const { asked } = drawn(<HowOften portal={of} />, { 'GET portal': of, 'PATCH portal/searches/s1/alert': {} });
    const choice = screen.getByRole<HTMLSelectElement>('combobox', { name: 'Near the line' });
    expect(choice.value).toBe('eachMorning');
    for (const option of ['Weekly', 'Not for now', 'No more of these']) {
      await expect.poll(() => choice.disabled).toBe(false);
      await userEvent.selectOptions(choice, option);
    }
    await expect.poll(() => asked.filter(({ what }) => what.startsWith('PATCH')).length).toBe(3);
    expect(asked.filter(({ what }) => what.startsWith('PATCH')).map(({ body }) => body)).toEqual([
      { state: 'running', cadence: 'weekly' },
      { state: 'paused' },
      { state: 'stopped' },
    ]);
  });
});
