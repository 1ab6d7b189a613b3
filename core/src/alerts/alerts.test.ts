import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import type { Search } from '../search/document.js';
import { CADENCES, duesOf, nextDue, USUAL_QUIET } from './cadence.js';
import type { Cadence, Hours } from './cadence.js';
import { tellableOf, tellsChange } from './change.js';
import { forecast } from './forecast.js';
import { heldFor, HOLD_REASONS } from './holdIf.js';

const ZONE = 'America/New_York';
const HOURS = { zone: ZONE, ...USUAL_QUIET };
const at = (local: string): number => DateTime.fromISO(local, { zone: ZONE }).toMillis();
const local = (ms: number): string => DateTime.fromMillis(ms, { zone: ZONE }).toFormat("yyyy-MM-dd'T'HH:mm");

describe('nextDue', () => {
  it.each([
    ['eachMorning', '2026-04-14T09:12', '2026-04-15T07:30'],
    ['eachMorning', '2026-04-14T07:29', '2026-04-14T07:30'],
    ['eachMorning', '2026-04-14T07:30', '2026-04-15T07:30'],
    ['morningAndEvening', '2026-04-14T09:12', '2026-04-14T18:00'],
    ['weekly', '2026-04-14T09:12', '2026-04-21T07:30'],
    ['everyTwoWeeks', '2026-04-14T09:12', '2026-04-28T07:30'],
    ['monthly', '2026-04-14T09:12', '2026-05-14T07:30'],
    ['atOnce', '2026-04-14T09:12', '2026-04-14T09:12'],
    ['atOnce', '2026-04-14T21:05', '2026-04-15T07:00'],
    ['atOnce', '2026-04-14T03:00', '2026-04-14T07:00'],
  ] as const)('%s after %s is %s', (cadence, after, due) =>
    expect(local(nextDue(cadence, at(after), HOURS, at('2026-04-14T09:12')))).toBe(due),
  );

  it('keeps the wall clock over both changes of clocks of the year', () => {
    expect(local(nextDue('eachMorning', at('2026-03-07T12:00'), HOURS, 0))).toBe('2026-03-08T07:30');
    expect(nextDue('eachMorning', at('2026-03-07T07:30'), HOURS, 0) - at('2026-03-07T07:30')).toBe(23 * 3_600_000);
    expect(nextDue('eachMorning', at('2026-10-31T07:30'), HOURS, 0) - at('2026-10-31T07:30')).toBe(25 * 3_600_000);
  });

  it('writes monthly on the last day where a month has no 31st', () =>
    expect(local(nextDue('monthly', at('2026-02-01T00:00'), HOURS, at('2026-01-31T09:00')))).toBe('2026-02-28T07:30'));

  it('always lies ahead, but for at once', () => {
    for (const cadence of CADENCES)
      for (let hour = 0; hour < 24 * 40; hour += 7) {
        const now = at('2026-03-01T00:00') + hour * 3_600_000;
        const due = nextDue(cadence, now, HOURS, at('2026-03-01T00:00'));
        if (cadence === 'atOnce') expect(due).toBeGreaterThanOrEqual(now);
        else expect(due).toBeGreaterThan(now);
      }
  });
});

describe('a household’s hours', () => {
  const due = (hours: Hours, after: string, cadence: Cadence = 'eachMorning'): string | null =>
    DateTime.fromMillis(nextDue(cadence, Date.parse(after), hours, Date.parse('2026-04-01T12:00:00Z')))
      .toUTC()
      .toISO();
  const LONDON = { zone: 'Europe/London', ...USUAL_QUIET };

  it('are those of their own clock, which changes on days of its own', () => {
    // London leaves winter time on March 29, 2026, three weeks after New York (tz database)
    expect(due(LONDON, '2026-03-27T12:00:00Z')).toBe('2026-03-28T07:30:00.000Z');
    expect(due(LONDON, '2026-03-28T12:00:00Z')).toBe('2026-03-29T06:30:00.000Z');
    expect(due(LONDON, '2026-10-24T12:00:00Z')).toBe('2026-10-25T07:30:00.000Z');
  });

  it.each<[Cadence, string, string, string, string]>([
    ['eachMorning', '20:00', '09:00', '2026-04-14T12:00:00Z', '2026-04-15T08:00:00.000Z'],
    ['atOnce', '20:00', '09:00', '2026-04-14T19:30:00Z', '2026-04-15T08:00:00.000Z'],
    ['atOnce', '20:00', '09:00', '2026-04-14T18:30:00Z', '2026-04-14T18:30:00.000Z'],
    // a shift worker's day
    ['eachMorning', '07:00', '15:30', '2026-04-14T12:00:00Z', '2026-04-14T14:30:00.000Z'],
    ['atOnce', '07:00', '15:30', '2026-04-14T01:00:00Z', '2026-04-14T01:00:00.000Z'],
    // both of a day are put off to one moment
    ['morningAndEvening', '06:00', '19:00', '2026-04-14T18:00:00Z', '2026-04-15T18:00:00.000Z'],
    // past midnight
    ['morningAndEvening', '17:00', '01:00', '2026-04-14T12:00:00Z', '2026-04-15T00:00:00.000Z'],
    // none
    ['atOnce', '00:00', '00:00', '2026-04-14T02:00:00Z', '2026-04-14T02:00:00.000Z'],
  ])('%s, quiet from %s until %s, after %s is %s', (cadence, quietFrom, quietUntil, after, then) =>
    expect(due({ zone: 'Europe/London', quietFrom, quietUntil }, after, cadence)).toBe(then),
  );

  it('never let anything go out in the quiet ones, whenever they are', () => {
    for (const [quietFrom, quietUntil] of [
      ['21:00', '07:00'],
      ['06:30', '18:15'],
      ['23:59', '00:01'],
    ] as const)
      for (const cadence of CADENCES)
        for (let hour = 0; hour < 24 * 30; hour += 5) {
          const moment = nextDue(cadence, at('2026-03-01T00:00') + hour * 3_600_000, { zone: ZONE, quietFrom, quietUntil }, 0);
          const time = local(moment).slice(11);
          const isQuiet =
            quietFrom < quietUntil ? quietFrom <= time && time < quietUntil : time >= quietFrom || time < quietUntil;
          expect([cadence, local(moment), isQuiet]).toEqual([cadence, local(moment), false]);
        }
  });
});

describe('duesOf', () => {
  it('is what nextDue says of each moment by itself, over both changes of clocks', () => {
    const moments = Array.from({ length: 700 }, (_, i) => at('2026-03-01T00:00') + i * 521 * 60_000);
    for (const cadence of CADENCES) {
      // nextDue looks strictly ahead, but for at once
      const singly = moments.map((moment) =>
        nextDue(cadence, cadence === 'atOnce' ? moment : moment - 1, HOURS, at('2026-01-31T09:00')),
      );
      expect(duesOf(cadence, moments, HOURS, at('2026-01-31T09:00'))).toEqual(singly);
    }
  });
  it('gives nothing for no news', () => expect(duesOf('weekly', [], HOURS, 0)).toEqual([]));
});

describe('tellableOf', () => {
  const change = (field: string, from: string | number | null, to: string | number | null): ReturnType<typeof tellableOf> =>
    tellableOf({ ListingKey: 'a', field, from, to, at: 0 });
  it.each([
    ['ListingKey', null, 'a', 'new'],
    ['ListPrice', 450000, 440000, 'priceDown'],
    ['ListPrice', 440000, 450000, 'priceUp'],
    ['StandardStatus', 'Coming Soon', 'Active', 'new'],
    ['StandardStatus', 'Pending', 'Active', 'backOnMarket'],
    ['StandardStatus', 'Active', 'Active Under Contract', 'underContract'],
    ['StandardStatus', 'Active', 'Withdrawn', null],
    ['LivingArea', 1, 2, null],
  ])('%s from %s to %s is %s', (field, from, to, kind) => expect(change(field, from, to)).toBe(kind));
});

describe('forecast', () => {
  const search: Search = {
    version: 1,
    kinds: ['Residential'],
    lines: [
      { id: 'p', field: 'ListPrice', is: { atMost: 450_000 } },
      { id: 's', field: 'Status', is: { anyOf: ['Active'] } },
    ],
    bounds: [],
    order: [],
  };
  const home = (ListingKey: string, ListPrice: number, StandardStatus = 'Active'): ListingRecord => ({
    ListingKey,
    ListPrice,
    StandardStatus,
    PropertyType: 'Residential',
  });
  const to = at('2026-04-14T09:12');
  const from = to - 60 * 86_400_000;
  const replay = (records: ListingRecord[], changes: Parameters<typeof forecast>[0]['changes']): ReturnType<typeof forecast> =>
    forecast({ search, tell: ['new', 'priceDown'], leastPercent: 0, zone: ZONE, hours: HOURS, from, to, records, changes });

  it('tells a home by how it stood then, not by how it stands now', () => {
    const sold = home('a', 440_000, 'Closed');
    const result = replay(
      [sold],
      [
        { ListingKey: 'a', field: 'ListingKey', from: null, to: 'a', at: at('2026-03-01T10:00') },
        { ListingKey: 'a', field: 'StandardStatus', from: 'Active', to: 'Closed', at: at('2026-03-20T10:00') },
      ],
    );
    expect(result).toMatchObject({ homes: 1, messages: { atOnce: 1, eachMorning: 1, weekly: 1 } });
  });

  it('does not tell a home that was too dear when it came on, but does when it is cut', () => {
    const result = replay(
      [home('a', 449_000)],
      [
        { ListingKey: 'a', field: 'ListingKey', from: null, to: 'a', at: at('2026-03-01T10:00') },
        { ListingKey: 'a', field: 'ListPrice', from: 470_000, to: 449_000, at: at('2026-03-10T10:00') },
      ],
    );
    expect(result.messages.atOnce).toBe(1);
  });

  it('gathers the news of a day into one message each morning', () => {
    const keys = ['a', 'b', 'c'];
    const result = replay(
      keys.map((key) => home(key, 400_000)),
      keys.map((key, i) => ({ ListingKey: key, field: 'ListingKey', from: null, to: key, at: at(`2026-03-02T1${i}:00`) })),
    );
    expect(result).toMatchObject({ homes: 3, messages: { atOnce: 3, eachMorning: 1 } });
  });

  it('says so when nothing would have been told', () =>
    expect(replay([], [])).toMatchObject({ homes: 0, homesAWeek: 0, recommended: 'atOnce' }));
});

describe('tellsChange', () => {
  const cut = (from: number, to: number) => ({ ListingKey: 'A', field: 'ListPrice', from, to, at: 0 });
  it('tells a change of price of so many per cent or more, and never one of another kind', () => {
    const news = { tell: ['new', 'priceDown'] as const, leastPercent: 2 };
    expect(tellsChange(news, cut(500_000, 490_000))).toBe(true);
    expect(tellsChange(news, cut(500_000, 490_001))).toBe(false);
    expect(tellsChange(news, cut(500_000, 600_000))).toBe(false);
    expect(tellsChange(news, { ListingKey: 'A', field: 'ListingKey', from: null, to: 'A', at: 0 })).toBe(true);
  });
  it('meets 1 to 50 per cent of whole hundreds exactly', () => {
    for (let percent = 1; percent <= 50; percent++)
      for (let from = 100; from <= 1_000_000; from += 12_300) {
        const least = (from / 100) * percent;
        expect(tellsChange({ tell: ['priceDown'], leastPercent: percent }, cut(from, from - least))).toBe(true);
        expect(tellsChange({ tell: ['priceDown'], leastPercent: percent }, cut(from, from - least + 1))).toBe(false);
      }
  });
});

describe('heldFor', () => {
  const home = { status: 'Active', wasToldBefore: false, isOverCeiling: false };
  it('gives those of the agent’s reasons that there are', () => {
    const homes = [home, { status: 'Pending', wasToldBefore: true, isOverCeiling: false }];
    expect(heldFor(HOLD_REASONS, homes)).toEqual(['underContract', 'toldBefore']);
    expect(heldFor(['manyHomes'], homes)).toEqual([]);
    expect(heldFor(HOLD_REASONS, [{ ...home, isOverCeiling: true }])).toEqual(['overCeiling']);
    expect(heldFor(HOLD_REASONS, Array<typeof home>(13).fill(home))).toEqual(['manyHomes']);
    expect(heldFor(HOLD_REASONS, Array<typeof home>(12).fill(home))).toEqual([]);
  });
});
