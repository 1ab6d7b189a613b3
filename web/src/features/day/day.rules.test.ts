import type { DayHome, RoundDay, VisitNote } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { geoUri, isToday, lateBy, minutesNow, notesOf, sayLeave, sayUnsent, stopsOf, verdictsOn } from './day.rules.js';
import { DAY, homeOf, noteOf } from './testing/day.js';
import type { Unsent } from './kept.js';

const day = (homes: readonly DayHome[], notes: readonly VisitNote[] = []): RoundDay => ({ ...DAY, homes, notes });
const late = (minutes: number, at: string): VisitNote =>
  noteOf({ id: `late ${at}`, kind: 'late', minutes, at, listingKey: null });
const unsent = (of: Partial<Unsent>): Unsent => ({ id: 'n1', roundId: DAY.id, note: null, refused: '', number: 1, ...of });

describe('the homes of a day', () => {
  const homes = [
    homeOf({ id: 'a', listingKey: 'A', startAt: 610, endAt: 635, drive: 10, open: [{ from: 540, until: 1200 }] }),
    homeOf({ id: 'b', listingKey: 'B', startAt: 650, endAt: 675, drive: 15, open: [{ from: 600, until: 680 }] }),
  ];

  it('are left for by the drive before their time', () => {
    expect(stopsOf(day(homes), []).map(({ leaveAt }) => leaveAt)).toEqual([600, 635]);
  });

  it('move by as much as it is late, but for those that were seen; what is shut by then says so', () => {
    const notes = [noteOf({ kind: 'seen', listingKey: 'A' }), late(15, '2026-04-18T15:00:00.000Z')];
    expect(stopsOf(day(homes), notes)).toMatchObject([
      { isSeen: true, startAt: 610, isShut: false },
      { isSeen: false, startAt: 665, leaveAt: 650, endAt: 690, isShut: true },
    ]);
  });

  it('are as late as was said last, and on time again when that was made up for', () => {
    expect(lateBy([late(15, '2026-04-18T15:00:00.000Z'), late(30, '2026-04-18T15:20:00.000Z')])).toBe(30);
    expect(lateBy([late(15, '2026-04-18T15:00:00.000Z'), late(0, '2026-04-18T15:20:00.000Z')])).toBe(0);
    expect(lateBy([])).toBe(0);
  });
});

describe('what was written', () => {
  it('is what the server has and what waits here, in the order of the writing; what was taken back is gone', () => {
    const kept = [noteOf({ id: 'k1', text: 'first', at: '2026-04-18T14:00:00.000Z' }), noteOf({ id: 'k2', text: 'wrong' })];
    const waiting = [
      unsent({ id: 'k2', note: null }),
      unsent({ id: 'n1', note: noteOf({ text: 'second', at: '2026-04-18T14:05:00.000Z' }) }),
    ];
    expect(notesOf(day([], kept), waiting).map(({ text }) => text)).toEqual(['first', 'second']);
  });

  it('of a home is what each of the household said last', () => {
    const says = (id: string, verdict: 'like' | 'unsure', personId = 'p1'): VisitNote =>
      noteOf({ id, kind: 'reaction', verdict, personId, listingKey: 'A' });
    const said = verdictsOn([says('1', 'like'), says('2', 'unsure'), says('3', 'like', 'p2')], 'A');
    expect([...said].map(([person, { verdict }]) => [person, verdict])).toEqual([
      ['p1', 'unsure'],
      ['p2', 'like'],
    ]);
    expect(verdictsOn([says('1', 'like')], 'B').size).toBe(0);
  });

  it('and waits is counted; what was refused does not wait', () => {
    expect(sayUnsent([])).toBe('');
    expect(sayUnsent([unsent({})])).toBe('One thing waits to be sent');
    expect(sayUnsent([unsent({}), unsent({ id: 'n2' }), unsent({ id: 'n3', refused: 'No.' })])).toBe('2 things wait to be sent');
  });
});

describe('the time', () => {
  it('is the county’s, wherever the telephone is', () => {
    // 14:30 UTC is half past ten in New York in April
    const at = Date.parse('2026-04-18T14:30:00.000Z');
    expect(minutesNow(DAY, at)).toBe(630);
    expect(isToday(DAY, at)).toBe(true);
    expect(isToday(DAY, Date.parse('2026-04-19T03:59:00.000Z'))).toBe(true);
    expect(isToday(DAY, Date.parse('2026-04-19T04:01:00.000Z'))).toBe(false);
  });

  it.each([
    [12, 'in 12 min'],
    [75, 'in 1 h 15 min'],
    [0, 'now'],
    [-7, '7 min ago'],
  ])('to leave is said by %i minutes', (left, said) => {
    expect(sayLeave(600 + left, 600)).toBe(said);
  });
});

describe('a place for the telephone’s own maps', () => {
  it('is written as RFC 5870 has it: latitude, then longitude', () => {
    // its example, section 6.1, is geo:48.2010,16.3695
    expect(geoUri([16.3695, 48.201])).toBe('geo:48.201000,16.369500');
  });
});
