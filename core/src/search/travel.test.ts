import { describe, expect, it } from 'vitest';
import { TIME } from '../testing/randomListings.js';
import { differencesOf } from './difference.js';
import { EMPTY_SEARCH } from './document.js';
import type { FieldLine, Search } from './document.js';
import { expressionOf } from '../formats/filter/expression.js';
import { labelOf, phraseOf } from './phrase.js';
import { readSearch } from './read.js';
import { sayBound, sentenceOf } from './sentence.js';
import { travelsOf } from './travels.js';

const WORK = [-66, 40.6] as const;
const line: FieldLine = {
  id: 'm',
  field: 'Minutes',
  name: 'Ferry Square',
  to: WORK,
  arriveBy: '08:30',
  on: 'weekday',
  by: 'car',
  is: { atMost: 20 },
};
const back: FieldLine = {
  id: 'b',
  field: 'Minutes',
  name: 'the mill',
  from: WORK,
  leaveAt: '17:15',
  on: 'saturday',
  by: 'car',
  is: { between: [5, 30] },
};
const search = (...lines: object[]): unknown => ({ ...EMPTY_SEARCH, lines });

describe('minutes to a place in a search document', () => {
  it('are read back as they were written, in a line, a bound and an order', () => {
    const { is: _is, id: _id, ...journey } = line;
    const whole: Search = {
      ...EMPTY_SEARCH,
      lines: [line, back],
      bounds: [
        {
          id: 'k',
          mode: 'out',
          name: 'x',
          shape: { type: 'TravelTime', minutes: 5, from: WORK, leaveAt: '00:00', on: 'sunday', by: 'foot' },
        },
      ],
      order: [{ ...journey, direction: 'asc' }],
    };
    expect(readSearch(JSON.parse(JSON.stringify(whole)))).toEqual(whole);
  });

  it.each([
    ['just one of the two', { ...line, from: WORK }],
    ['just one of the two', { ...line, to: undefined }],
    ['just one of the two', { ...line, leaveAt: '08:00' }],
    ['A time of day is written as 08:30', { ...line, arriveBy: '8.30' }],
    ['A time of day is written as 08:30', { ...line, arriveBy: '24:00' }],
    ['is one of weekday, saturday, sunday', { ...line, on: 'monday' }],
    ['is one of car, foot', { ...line, by: 'bicycle' }],
    ['longitude within', { ...line, to: [-266, 40] }],
    ['is no journey', { ...line, field: 'BedroomsTotal' }],
  ])('are refused with a sentence: %s', (sentence, wrong) => {
    expect(() => readSearch(JSON.parse(JSON.stringify(search(wrong))))).toThrow(sentence);
  });

  it.each([0, 181])('are refused beyond three hours, and when there are none: %i', (minutes) => {
    const bound = {
      id: 'k',
      mode: 'in',
      shape: { type: 'TravelTime', minutes, to: WORK, arriveBy: '08:30', on: 'weekday', by: 'car' },
    };
    expect(() => readSearch({ ...EMPTY_SEARCH, bounds: [bound] })).toThrow('at most 180 minutes');
  });
});

describe('minutes to a place in words', () => {
  it('name the place, the way and the hour', () => {
    expect(`${labelOf(line)}: ${phraseOf(line)}`).toBe('Minutes to Ferry Square: up to 20 min, by car, there by 8:30 am');
    expect(`${labelOf(back)}: ${phraseOf(back)}`).toBe(
      'Minutes from the mill: 5 to 30 min, by car, leaving at 5:15 pm on a Saturday',
    );
    expect(phraseOf({ ...line, by: 'foot' })).toBe('up to 20 min, on foot');
    expect(sentenceOf({ ...EMPTY_SEARCH, lines: [line] })).toBe(
      'Homes for sale; up to 20 min to Ferry Square by car, there by 8:30 am.',
    );
    expect(
      sayBound({
        id: 'k',
        mode: 'in',
        name: 'Ferry Square',
        shape: { type: 'TravelTime', minutes: 1, to: WORK, arriveBy: '12:00', on: 'sunday', by: 'car' },
      }),
    ).toBe('1 minute of Ferry Square by car, there by 12:00 pm on a Sunday');
  });

  it('differ when the hour does', () => {
    const before: Search = { ...EMPTY_SEARCH, lines: [line] };
    const after: Search = { ...EMPTY_SEARCH, lines: [{ ...line, arriveBy: '09:00' }] };
    expect(differencesOf(before, after)).toEqual([
      {
        about: 'Minutes to Ferry Square',
        before: 'up to 20 min, by car, there by 8:30 am',
        after: 'up to 20 min, by car, there by 9:00 am',
      },
    ]);
  });

  it('are named once where several lines ask for the same journey', () => {
    expect(
      travelsOf({ ...EMPTY_SEARCH, lines: [line, { ...line, id: 'n', is: { atLeast: 5 } }, back] }).map(({ id }) => id),
    ).toEqual(['m', 'b']);
  });

  it('are said to be left out of languages that know no roads', () => {
    const bound = {
      id: 'k',
      mode: 'in',
      shape: { type: 'TravelTime', minutes: 5, to: WORK, arriveBy: '08:30', on: 'weekday', by: 'car' },
    } as const;
    const { left } = expressionOf({ ...EMPTY_SEARCH, lines: [line], bounds: [bound] }, TIME);
    expect(left).toEqual([
      'Minutes to Ferry Square cannot be said in this language.',
      'What lies within minutes of a place cannot be said in this language.',
    ]);
  });
});
