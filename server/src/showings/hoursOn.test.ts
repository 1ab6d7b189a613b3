import { readInstructions } from '@perambula/core';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { hoursOn, minutesOn } from './hoursOn.js';

const ZONE = 'America/New_York';
const on = (instructions: string, now: string, more: object = {}, day = '2026-04-18') =>
  hoursOn({
    rules: readInstructions(instructions),
    day: DateTime.fromISO(day, { zone: ZONE }),
    now: new Date(now),
    openHouses: [],
    hours: null,
    agreed: null,
    isPassedBy: false,
    isAsked: false,
    busy: [],
    ...more,
  });
const LONG_BEFORE = '2026-04-14T13:00:00Z';

describe('when a home can be seen on a day', () => {
  it('is as its listing says, and else from nine to seven', () => {
    expect(on('Not before ten.', LONG_BEFORE)).toEqual({ open: [{ from: 600, until: 1140 }], hoursBy: 'instructions' });
    expect(on('', LONG_BEFORE)).toEqual({ open: [{ from: 540, until: 1140 }], hoursBy: 'nobody' });
    expect(on('No Saturdays', LONG_BEFORE).open).toEqual([]);
  });

  it('begins after the notice, until its office is asked', () => {
    // half past ten the evening before
    const late = '2026-04-18T02:30:00Z';
    expect(on('Two hours notice', late).open).toEqual([{ from: 540, until: 1140 }]);
    expect(on('12 hours notice', late).open).toEqual([{ from: 630, until: 1140 }]);
    expect(on('24 hours notice', late).open).toEqual([]);
    expect(on('24 hours notice', late, { isAsked: true }).open).toEqual([{ from: 540, until: 1140 }]);
  });

  it('is what the office agreed to, then what the agent says, then its open houses', () => {
    const [agreed, hours, openHouses] = [{ from: 600, until: 625 }, { from: 660, until: 720 }, [{ from: 780, until: 900 }]];
    const given = { agreed, hours, openHouses };
    expect(on('Open house only', LONG_BEFORE, given)).toEqual({ open: [agreed], hoursBy: 'office' });
    expect(on('Open house only', LONG_BEFORE, { ...given, agreed: null })).toEqual({ open: [hours], hoursBy: 'agent' });
    expect(on('Open house only', LONG_BEFORE, { openHouses }).open).toEqual(openHouses);
    expect(on('Open house only', LONG_BEFORE).open).toEqual([]);
  });

  it('leaves out when the household cannot come, but not what is agreed or said', () => {
    const busy = [{ days: [6], from: 780, until: 1440 }];
    expect(on('Vacant.', LONG_BEFORE, { busy })).toEqual({ open: [{ from: 540, until: 780 }], hoursBy: 'client' });
    expect(on('Not after noon.', LONG_BEFORE, { busy }).hoursBy).toBe('instructions');
    expect(on('Vacant.', LONG_BEFORE, { busy }, '2026-04-17').open).toEqual([{ from: 540, until: 1140 }]);
    const hours = { from: 800, until: 900 };
    expect(on('Vacant.', LONG_BEFORE, { busy, hours }).open).toEqual([hours]);
  });

  it('is any hour for whoever only passes by', () => {
    expect(on('24 hours notice, no Saturdays', LONG_BEFORE, { isPassedBy: true }).open).toEqual([{ from: 0, until: 1440 }]);
  });

  it('goes by the clock on the wall, also on days on which it is changed', () => {
    // IANA tz: in New York clocks go forward on 8 March and back on 1 November 2026, at two in the morning
    for (const [day, tenInTheMorning] of [
      ['2026-03-08', '2026-03-08T14:00:00Z'],
      ['2026-11-01', '2026-11-01T15:00:00Z'],
      ['2026-11-02', '2026-11-02T15:00:00Z'],
    ] as const)
      expect(minutesOn(DateTime.fromISO(day, { zone: ZONE }), new Date(tenInTheMorning))).toBe(600);
    expect(minutesOn(DateTime.fromISO('2026-11-01', { zone: ZONE }), new Date('2026-11-02T15:00:00Z'))).toBe(2040);
  });
});
