import fc from 'fast-check';
import { DateTime, IANAZone } from 'luxon';
import { expect, it } from 'vitest';
import { zoneOf } from './zone.js';

const ZONES = ['America/New_York', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Africa/Casablanca', 'UTC'];

it('has the offsets of the IANA zone, at any moment and about each change of clocks', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ZONES),
      fc.integer({ min: Date.UTC(1975, 0), max: Date.UTC(2060, 0) }),
      fc.array(fc.integer({ min: -59_999, max: 59_999 }), { maxLength: 3 }),
      (name, at, beside) => {
        const moments = [at, ...beside.map((ms) => at + ms)];
        expect(moments.map((ms) => zoneOf(name).offset(ms))).toEqual(moments.map((ms) => IANAZone.create(name).offset(ms)));
      },
    ),
  );
  // the clocks of 2026 in New York (tz database): forward on March 8 and back on November 1, at two
  for (const change of ['2026-03-08T07:00:00Z', '2026-11-01T06:00:00Z'].map((text) => Date.parse(text)))
    for (const ms of [-60_000, -1, 0, 59_999])
      expect(zoneOf('America/New_York').offset(change + ms)).toBe(IANAZone.create('America/New_York').offset(change + ms));
});

it('is a zone as luxon takes them, and is none by a name that is none', () => {
  const noon = DateTime.fromISO('2026-07-04T12:00', { zone: zoneOf('America/New_York') });
  expect(noon.toISO()).toBe('2026-07-04T12:00:00.000-04:00');
  expect(noon.zoneName).toBe('America/New_York');
  expect(zoneOf('America/New_York').equals(IANAZone.create('America/New_York'))).toBe(true);
  expect(() => zoneOf('Mars/Olympus')).toThrow('There is no time zone “Mars/Olympus”.');
});
