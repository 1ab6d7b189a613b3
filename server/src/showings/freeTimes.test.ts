import { describe, expect, it } from 'vitest';
import { freeTimes } from './freeTimes.js';

const ZONE = 'America/New_York';
const said = (times: readonly Date[]): string[] =>
  times.map((at) => at.toLocaleString('en-US', { timeZone: ZONE, weekday: 'short', hour: 'numeric', minute: '2-digit' }));

describe('times at which a home could be shown', () => {
  // Thursday, April 16, 2026, 9 am
  const thursday = new Date('2026-04-16T13:00:00Z');

  it('are after work on weekdays and by day at weekends, a day ahead at least', () => {
    expect(said(freeTimes(thursday, ZONE, [], { most: 6 }))).toEqual([
      'Fri 4:30 PM',
      'Sat 10:00 AM',
      'Sat 11:30 AM',
      'Sun 1:00 PM',
      'Sun 2:30 PM',
      'Mon 4:30 PM',
    ]);
  });

  it('leave out those at which the agent is at another home, and those just before and after', () => {
    const atTenOnSaturday = new Date('2026-04-18T14:00:00Z');
    const times = said(freeTimes(thursday, ZONE, [atTenOnSaturday], { most: 6 }));
    expect(times).not.toContain('Sat 10:00 AM');
    expect(times).toContain('Sat 11:30 AM');
    const atEleven = new Date('2026-04-18T15:00:00Z');
    expect(said(freeTimes(thursday, ZONE, [atEleven], { most: 6 }))).toContain('Sat 2:00 PM');
  });

  it('are the same by the wall clock when it is put forward in the night', () => {
    // the clocks of New York went forward on Sunday, March 8, 2026
    expect(said(freeTimes(new Date('2026-03-06T14:00:00Z'), ZONE, [], { most: 4 }))).toEqual([
      'Sat 10:00 AM',
      'Sat 11:30 AM',
      'Sun 1:00 PM',
      'Sun 2:30 PM',
    ]);
  });
});
