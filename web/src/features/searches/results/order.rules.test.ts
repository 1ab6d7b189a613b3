import { fieldOf } from '@perambula/core';
import type { Field, Order } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { byMinutes, goesBy, orderFrom, sayOrder, turned, waysOf } from './order.rules.js';

const PRICE: Order = { field: 'ListPrice', direction: 'asc' };
const TOWN: Order = { field: 'City', direction: 'desc' };
const journey = (name: string, x: number) =>
  byMinutes({ id: name, name, travel: { to: [x, 40.6], arriveBy: '08:30', on: 'weekday', by: 'car' } });

describe('an order', () => {
  it('is said as it decides', () => {
    expect(sayOrder([PRICE, TOWN])).toBe('List price, lowest first, then City, Z to A');
    expect(sayOrder([{ ...journey('Ferry Square', -66), direction: 'asc' }])).toBe('Minutes to Ferry Square, lowest first');
  });

  it('of dates is said by age', () => {
    expect(waysOf(fieldOf('OnMarketDate') as Field)).toEqual({ asc: 'oldest first', desc: 'newest first' });
  });

  it('turns at a head that is clicked: up, down, and no more', () => {
    const by = { field: 'ListPrice' };
    const up = turned([], by, false);
    const down = turned(up, by, false);
    expect([up, down, turned(down, by, false)]).toEqual([[PRICE], [{ ...PRICE, direction: 'desc' }], []]);
  });

  it('takes further fields after those that order already, and turns them where they stand', () => {
    const both = turned([TOWN], { field: 'ListPrice' }, true);
    expect(both).toEqual([TOWN, PRICE]);
    expect(turned(both, { field: 'City' }, true)).toEqual([PRICE]);
    expect(turned(both, { field: 'ListPrice' }, true)).toEqual([TOWN, { ...PRICE, direction: 'desc' }]);
    expect(turned(both, { field: 'Baths' }, false)).toEqual([{ field: 'Baths', direction: 'asc' }]);
  });

  it('tells journeys apart by where they go, whatever they are called', () => {
    expect(goesBy(journey('Work', -66), journey('Ferry Square', -66))).toBe(true);
    expect(goesBy(journey('Work', -66), journey('Work', -66.01))).toBe(false);
    expect(goesBy(journey('Work', -66), { field: 'ListPrice' })).toBe(false);
  });

  it('is read from an address, and nothing else is', () => {
    expect(orderFrom(JSON.stringify([PRICE, TOWN]))).toEqual([PRICE, TOWN]);
    for (const wrong of [null, '', '[', '{}', '[{"field":"Turrets","direction":"asc"}]', '[{"field":"City","direction":"up"}]'])
      expect(orderFrom(wrong)).toEqual([]);
  });
});
