import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { TIME_ZONE } from '../county.js';
import { NOW } from '../testing/figures.js';
import { answerShowing } from './answer.js';

const HOME = { ListingKey: 'OST1', StandardStatus: 'Active', OccupantType: 'Vacant' };
const at = (clock: string, day = '2026-04-18'): number => DateTime.fromISO(`${day}T${clock}`, { zone: TIME_ZONE }).toMillis();
const HOUR = 3_600_000;

describe('answerShowing', () => {
  it.each([
    ['8:59', 'countered'],
    ['9:00', 'confirmed'],
    ['12:30', 'confirmed'],
    ['19:00', 'confirmed'],
    ['19:01', 'countered'],
  ])('keeps to the office’s hours: %s is %s', (clock, answer) => {
    expect(answerShowing(HOME, { startAt: at(clock.padStart(5, '0')), askedAt: NOW }).answer).toBe(answer);
  });
  it('keeps them by the county’s clock, in summer and in winter', () => {
    for (const day of ['2026-01-17', '2026-03-08', '2026-07-18', '2026-11-01']) {
      expect(answerShowing(HOME, { startAt: at('09:00', day), askedAt: at('09:00', day) }).answer).toBe('confirmed');
      expect(answerShowing(HOME, { startAt: at('08:30', day), askedAt: at('08:30', day) }).note).toContain(
        'between 9 am and 7 pm',
      );
    }
  });
  it.each([
    ['Vacant', 0],
    ['Owner', 2],
    ['Tenant', 24],
  ])('gives whoever lives there (%s) their %d hours’ notice', (OccupantType, hours) => {
    const home = { ...HOME, OccupantType };
    const startAt = at('14:00');
    expect(answerShowing(home, { startAt, askedAt: startAt - hours * HOUR }).answer).toBe('confirmed');
    if (hours === 0) return;
    const late = answerShowing(home, { startAt, askedAt: startAt - hours * HOUR + 60_000 });
    expect([late.answer, late.note]).toEqual(['countered', `${hours} hours’ notice, please.`]);
    // the next half hour at which that notice is kept
    expect(late.offeredAt).toBe(startAt + HOUR / 2);
  });
  it('offers the nearest of its hours for a time that is none of them', () => {
    const offered = (clock: string, askedAt = NOW): unknown => answerShowing(HOME, { startAt: at(clock), askedAt }).offeredAt;
    expect(offered('08:20')).toBe(at('09:00'));
    expect(offered('21:00')).toBe(at('19:00'));
  });
  it('forgets of some homes to answer, and rings about as many, until it is reminded', () => {
    const keys = Array.from({ length: 140 }, (_, i) => `OST${1000 + i}`);
    const ask = { startAt: at('14:00'), askedAt: NOW };
    const silent = keys.filter((ListingKey) => answerShowing({ ...HOME, ListingKey }, ask).answer === 'none');
    const ringing = keys.filter((ListingKey) => answerShowing({ ...HOME, ListingKey }, ask).answer === 'telephoned');
    expect([silent.length, ringing.length]).toEqual([5, 5]);
    for (const ListingKey of [...silent, ...ringing])
      expect(answerShowing({ ...HOME, ListingKey }, { ...ask, isReminder: true }).answer).toBe('confirmed');
  });
  it('says on the telephone what it would have written', () => {
    const rung = (startAt: number, StandardStatus = 'Active') =>
      answerShowing({ ...HOME, ListingKey: 'OST27', StandardStatus }, { startAt, askedAt: NOW }).note;
    expect(rung(at('14:00'))).toBe('That time is fine, do come.');
    expect(rung(at('08:20'))).toBe('Could you come Saturday at 9:00 am instead? Showings are between 9 am and 7 pm.');
    expect(rung(at('14:00'), 'Pending')).toBe('I am afraid not. The home is pending.');
  });
  it.each(['Active Under Contract', 'Pending', 'Closed', 'Withdrawn', 'Hold', 'Expired', 'Canceled'])(
    'shows no home that is %s',
    (StandardStatus) => {
      expect(answerShowing({ ...HOME, StandardStatus }, { startAt: at('14:00'), askedAt: NOW })).toEqual({
        answer: 'refused',
        note: `The home is ${StandardStatus.toLowerCase()}.`,
      });
    },
  );
  it('shows no Coming Soon home before its day, and from then on', () => {
    const soon = { ...HOME, StandardStatus: 'Coming Soon', ActivationDate: '2026-04-18' };
    expect(answerShowing(soon, { startAt: at('18:00', '2026-04-17'), askedAt: NOW }).note).toContain(
      'No showings before 2026-04-18',
    );
    expect(answerShowing(soon, { startAt: at('09:00'), askedAt: NOW }).answer).toBe('confirmed');
  });
});
