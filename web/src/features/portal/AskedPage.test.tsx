// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ShowingRequest } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { AskedPage } from './AskedPage.js';

const REQUEST: ShowingRequest = {
  listingKey: 'OST1',
  listingId: '1001',
  address: '27 Lantern Ln, Port Ostrey',
  startAt: '2026-04-18T14:00:00.000Z',
  minutes: 30,
  agent: { name: 'Juno Albright', officeName: 'Wayfarer Homes', phone: '555-0101' },
  answer: null,
  offeredAt: null,
};

describe('where a listing office answers', () => {
  it('another time is offered, by the county’s clock, and shown as what was said', async () => {
    const { asked } = drawn(<AskedPage />, {
      'POST offices/request': REQUEST,
      'POST offices/answer': { ...REQUEST, answer: 'countered', offeredAt: '2026-04-18T15:30:00.000Z' },
    });
    await userEvent.click(await screen.findByRole('button', { name: 'Another time would suit' }));
    const field = screen.getByLabelText<HTMLInputElement>('Then when?');
    expect(field.value).toBe('2026-04-18T10:00');
    fireEvent.change(field, { target: { value: '2026-04-18T11:30' } });
    await userEvent.click(screen.getByRole('button', { name: 'Offer this time' }));
    expect(await screen.findByRole('heading', { name: 'You offered another time' })).toBeTruthy();
    expect(screen.getByText(/You offered Sat, Apr 18 at 11:30 am\./)).toBeTruthy();
    const body = asked.at(-1)?.body as { offeredAt: string; answer: string };
    expect([body.answer, Date.parse(body.offeredAt)]).toEqual(['countered', Date.parse('2026-04-18T15:30:00Z')]);
  });

  it('a request that is over says so', async () => {
    drawn(<AskedPage />, { 'POST offices/request': failing(404, 'link.expired', 'This request is over.') });
    expect(await screen.findByRole('heading', { name: 'This request could not be opened' })).toBeTruthy();
    expect(screen.getByText('This request is over.')).toBeTruthy();
  });
});
