import { describe, expect, it } from 'vitest';
import type { ListingChange } from '../alerts/change.js';
import { newsSince } from './newsSince.js';

const change = (at: number, field: string, from: string | number, to: string | number): ListingChange => ({
  ListingKey: 'a',
  ...{ field, from, to, at },
});

describe('newsSince', () => {
  const CHANGES = [
    change(10, 'ListPrice', 400_000, 390_000),
    change(20, 'StandardStatus', 'Active', 'Pending'),
    change(30, 'ListPrice', 390_000, 395_000),
    change(40, 'StandardStatus', 'Pending', 'Active'),
  ];
  it('takes changes together: from how it was then to how it is', () => {
    expect(newsSince(CHANGES, 0)).toEqual({ price: { from: 400_000, to: 395_000 }, status: null });
    expect(newsSince(CHANGES, 20)).toEqual({
      price: { from: 390_000, to: 395_000 },
      status: { from: 'Pending', to: 'Active' },
    });
  });
  it('counts what came after the moment, not what came with it', () => {
    expect(newsSince(CHANGES, 40)).toEqual({ price: null, status: null });
    expect(newsSince(CHANGES, 39).status).toEqual({ from: 'Pending', to: 'Active' });
  });
  it('tells nothing of a price that is what it was', () => {
    expect(newsSince([change(1, 'ListPrice', 400, 380), change(2, 'ListPrice', 380, 400)], 0).price).toBeNull();
  });
});
