import { describe, expect, it } from 'vitest';
import { ago, clockTime, day, daysOnMarket, facts, firstNames, initials, street, timeOnMarket } from './format.js';

const NOW = '2026-04-14T13:12:00Z';

describe('dates', () => {
  it('are said as Americans say them, in the county’s zone', () => {
    expect(day(NOW)).toBe('Tue, Apr 14');
    expect(clockTime(NOW)).toBe('9:12 am');
    expect(day('2026-04-14T03:00:00Z')).toBe('Mon, Apr 13');
  });
  it.each([
    ['2026-04-14T11:00:00Z', 'today 7:00 am'],
    ['2026-04-13T22:40:00Z', 'yesterday 6:40 pm'],
    ['2026-04-12T01:40:00Z', 'Sat 9:40 pm'],
    ['2026-04-02T12:00:00Z', 'Apr 2'],
    ['2025-04-02T12:00:00Z', 'Apr 2, 2025'],
  ])('%s is %s', (then, said) => expect(ago(then, NOW)).toBe(said));
});

describe('daysOnMarket', () => {
  it('counts whole days to now, or to the day it went off', () => {
    expect(daysOnMarket({ OnMarketDate: '2026-04-05' }, NOW)).toBe(9);
    expect(daysOnMarket({ OnMarketDate: '2026-03-01', CloseDate: '2026-03-15' }, NOW)).toBe(14);
    expect(daysOnMarket({ OnMarketDate: null }, NOW)).toBeNull();
  });
  it('are said as people say them', () => {
    expect(timeOnMarket({ OnMarketDate: '2026-04-14' }, NOW)).toBe('on the market today');
    expect(timeOnMarket({ OnMarketDate: '2026-04-13' }, NOW)).toBe('1 day on market');
    expect(timeOnMarket({ OnMarketDate: '2026-03-14' }, NOW)).toBe('31 days on market');
    expect(timeOnMarket({}, NOW)).toBeNull();
  });
});

describe('a listing’s words', () => {
  it('leave out what is blank', () => {
    expect(facts({ BedroomsTotal: 4, BathroomsFull: 2, BathroomsHalf: 1, LivingArea: 2140, LotSizeAcres: 0.21 })).toBe(
      '4 bd · 2½ ba · 2,140 sq ft · 0.21 ac',
    );
    expect(facts({ BedroomsTotal: null, LotSizeAcres: 14 })).toBe('14 ac');
    expect(street({ UnparsedAddress: '55 Netmaker Ln, Sedge Ferry' })).toBe('55 Netmaker Ln');
    expect(street({})).toBe('Address withheld');
  });
});

describe('names', () => {
  it.each([
    ['Amara & Teo Lindqvist', 'AL', 'Amara & Teo'],
    ['Bashir Odell', 'BO', 'Bashir'],
    ['Cher', 'C', 'Cher'],
  ])('%s is %s and %s', (name, letters, first) => {
    expect(initials(name)).toBe(letters);
    expect(firstNames(name)).toBe(first);
  });
});
