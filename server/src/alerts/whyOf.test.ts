import type { ListingRecord } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { whyOf } from './whyOf.js';

const home = (fields: Record<string, string>): ListingRecord => ({ ListingKey: 'a', StandardStatus: 'Active', ...fields });
const none = { from: null, to: null };

describe('why a home is told', () => {
  it('is that it is new, unless it was only listed anew', () => {
    expect(whyOf('new', none, home({ OnMarketDate: '2026-04-10' }))).toBe('New on the market');
    expect(whyOf('new', none, home({ OnMarketDate: '2026-04-10', ForSaleSince: '2026-04-10' }))).toBe('New on the market');
    expect(whyOf('new', none, home({ StandardStatus: 'Coming Soon' }))).toBe('Coming soon');
    expect(whyOf('new', none, home({ OnMarketDate: '2026-04-10', ForSaleSince: '2025-11-03' }))).toBe(
      'Listed anew: for sale since Nov 3, 2025',
    );
  });
  it('is by how much a price moved', () => {
    expect(whyOf('priceDown', { from: 450_000, to: 441_000 }, home({}))).toBe('Price cut by $9,000');
    expect(whyOf('priceUp', { from: 441_000, to: 450_000 }, home({}))).toBe('Price raised by $9,000');
  });
});
