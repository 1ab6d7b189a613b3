import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { dayNumber, daysOf, instantOf, instantsOf, isoDate, isPeriod, today } from './period.js';

const NEW_YORK = 'America/New_York';
const HOUR = 3_600_000;
const at = (iso: string): number => Date.parse(iso);

describe('isPeriod', () => {
  // ISO 8601-1 durations
  it.each(['P30D', 'P2W', 'P1Y6M', 'PT36H', 'P1DT12H', 'PT15M', 'P1Y2M3DT4H5M'])('takes %s', (text) =>
    expect(isPeriod(text)).toBe(true),
  );
  it.each(['', 'P', 'PT', '30D', 'P30', 'P-30D', 'P0D', 'PT0H', 'P1.5D', 'p30d', 'P30D ', 'P1D1Y', 'P999999999Y', 'P1H', 'P1DT'])(
    'does not take “%s”',
    (text) => expect(isPeriod(text)).toBe(false),
  );
});

describe('dayNumber', () => {
  it.each([
    ['1970-01-01', 0],
    ['1970-01-02', 1],
    ['1969-12-31', -1],
    ['2000-03-01', 11_017],
    ['2024-02-29', 19_782],
  ])('counts %s from 1970', (date, day) => expect(dayNumber(date)).toBe(day));
  it.each(['2026-02-29', '2026-02-30', '2026-13-01', '2026-00-10', '2026-1-1', 'today', '', '2026-04-14T00:00'])(
    'knows no date “%s”',
    (text) => expect(dayNumber(text)).toBeNaN(),
  );
  it('is turned back by isoDate, day by day', () => {
    fc.assert(fc.property(fc.integer({ min: -30_000, max: 60_000 }), (day) => void expect(dayNumber(isoDate(day))).toBe(day)));
  });
});

describe('today', () => {
  it('is the county’s, not Greenwich’s', () => {
    expect(today({ now: at('2026-04-14T03:59:00Z'), zone: NEW_YORK })).toBe('2026-04-13');
    expect(today({ now: at('2026-04-14T04:00:00Z'), zone: NEW_YORK })).toBe('2026-04-14');
  });
});

describe('daysOf', () => {
  const time = { now: at('2026-04-14T13:12:00Z'), zone: NEW_YORK };
  it('has both ends: the last thirty days begin on March 15 and hold today', () => {
    const { from, to } = daysOf('last', 'P30D', time);
    expect([isoDate(from), isoDate(to)]).toEqual(['2026-03-15', '2026-04-14']);
  });
  it('counts months by the calendar: a month before March 31 is the last of February', () => {
    const { from } = daysOf('last', 'P1M', { ...time, now: at('2026-03-31T15:00:00Z') });
    expect(isoDate(from)).toBe('2026-02-28');
  });
  it('looks ahead as well', () => {
    const { from, to } = daysOf('next', 'P1W', time);
    expect([isoDate(from), isoDate(to)]).toEqual(['2026-04-14', '2026-04-21']);
  });
});

describe('instantsOf', () => {
  it.each([
    ['one day over the change to summer time is 23 hours', '2026-03-08T16:00:00Z', 23],
    ['one day over the change back is 25 hours', '2026-11-01T17:00:00Z', 25],
    ['one day otherwise is 24 hours', '2026-06-02T16:00:00Z', 24],
  ])('%s: the same time of day', (_, now, hours) => {
    const { from, to } = instantsOf('last', 'P1D', { now: at(now), zone: NEW_YORK });
    expect((to - from) / HOUR).toBe(hours);
    const clock = (ms: number): string => DateTime.fromMillis(ms, { zone: NEW_YORK }).toFormat('HH:mm');
    expect(clock(from)).toBe(clock(to));
  });
  it('of hours are hours, whatever the clocks do', () => {
    const { from, to } = instantsOf('last', 'PT36H', { now: at('2026-03-08T16:00:00Z'), zone: NEW_YORK });
    expect((to - from) / HOUR).toBe(36);
  });
  it('never runs backwards', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: at('2000-01-01'), max: at('2040-01-01') }),
        fc.constantFrom('P1D', 'P30D', 'P2W', 'P1M', 'P1Y', 'PT1H'),
        fc.constantFrom('last' as const, 'next' as const),
        fc.constantFrom(NEW_YORK, 'Europe/Berlin', 'Pacific/Auckland', 'UTC'),
        (now, period, direction, zone) => {
          const { from, to } = instantsOf(direction, period, { now, zone });
          expect(from).toBeLessThan(to);
          expect(direction === 'last' ? to : from).toBe(now);
        },
      ),
    );
  });
});

describe('instantOf', () => {
  it('reads a date as its first or last instant in the county', () => {
    expect(instantOf('2026-04-14', 'first', NEW_YORK)).toBe(at('2026-04-14T04:00:00.000Z'));
    expect(instantOf('2026-04-14', 'last', NEW_YORK)).toBe(at('2026-04-15T03:59:59.999Z'));
    expect(instantOf('2026-01-14', 'first', NEW_YORK)).toBe(at('2026-01-14T05:00:00.000Z'));
  });
  it('reads a moment as itself, and one without an offset by the county’s clock', () => {
    expect(instantOf('2026-04-14T09:12:00Z', 'last', NEW_YORK)).toBe(at('2026-04-14T09:12:00Z'));
    expect(instantOf('2026-04-14T09:12:00', 'first', NEW_YORK)).toBe(at('2026-04-14T13:12:00Z'));
  });
});
