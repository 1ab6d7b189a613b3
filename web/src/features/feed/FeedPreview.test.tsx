// @vitest-environment jsdom
import type { FeedPreview as Preview } from '@perambula/contract';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { FeedPreview } from './FeedPreview.js';

const PREVIEW: Preview = {
  records: 100,
  readable: 97,
  reasons: [{ reason: 'StandardStatus is "Sold"', records: 3 }],
  fields: [
    { name: 'AskingPrice', field: 'ListPrice', likely: null, filled: 100, example: '450,000' },
    { name: 'Colour', field: null, likely: null, filled: 40, example: 'blue' },
    { name: 'City', field: 'City', likely: null, filled: 100, example: 'Wrenfield' },
  ],
  free: ['BedroomsTotal', 'LotSizeAcres'],
};

describe('a feed’s first listings', () => {
  it('say how many can be read, why the others cannot, and what the feed’s own names mean', () => {
    drawn(<FeedPreview preview={PREVIEW} names={{ AskingPrice: 'ListPrice' }} isAsking={false} onNames={vi.fn()} />);
    expect(screen.getByText(/97 of its first 100 listings can be read\. 1 field bears/)).toBeTruthy();
    expect(screen.getByText('StandardStatus is "Sold"')).toBeTruthy();
    const own = screen.getAllByRole('combobox').map((box) => box.getAttribute('aria-label'));
    expect(own).toEqual(['What AskingPrice is', 'What Colour is']);
    expect(screen.getByTitle('List price · ListPrice')).toBeTruthy();
  });
  it('take another meaning of a name', async () => {
    const onNames = vi.fn();
    drawn(<FeedPreview preview={PREVIEW} names={{ AskingPrice: 'ListPrice' }} isAsking={false} onNames={onNames} />);
    const user = userEvent.setup({ delay: null });
    await user.type(screen.getByRole('combobox', { name: 'What Colour is' }), 'lot');
    await user.click(await screen.findByTitle(/LotSizeAcres/));
    expect(onNames).toHaveBeenLastCalledWith({ AskingPrice: 'ListPrice', Colour: 'LotSizeAcres' });
  });
  it('may be none', () => {
    drawn(<FeedPreview preview={{ ...PREVIEW, records: 0, fields: [] }} names={{}} isAsking={false} onNames={vi.fn()} />);
    expect(screen.getByText('It answers, and has no listings yet.')).toBeTruthy();
  });
});
