import { describe, expect, it } from 'vitest';
import { HOUR, hourOf } from './hour.js';

const read = (text: string, part: 'morning' | 'evening' = 'morning'): string | null => {
  const match = new RegExp(`^${HOUR}$`, 'i').exec(text);
  return match && hourOf(match.slice(1), part);
};

describe('an hour of the day as people say it', () => {
  it.each([
    ['8:30 am', '08:30'],
    ['8:30', '08:30'],
    ['5 pm', '17:00'],
    ['5 p.m.', '17:00'],
    ['17:15', '17:15'],
    ['12 am', '00:00'],
    ['12 pm', '12:00'],
    ['half past eight', '08:30'],
    ['quarter to nine', '08:45'],
    ['quarter past ten', '10:15'],
    // people are at work from five to noon
    ['4', '16:00'],
    ['5', '05:00'],
  ])('“%s” is %s', (text, time) => expect(read(text)).toBe(time));

  it('is the evening’s where people are on their way home', () => {
    expect(read('5:15', 'evening')).toBe('17:15');
    expect(read('11', 'evening')).toBe('23:00');
    expect(read('5:15 am', 'evening')).toBe('05:15');
  });

  it.each(['25', '8:75', '24:00', 'eight', ''])('“%s” is none', (text) => expect(read(text)).toBeNull());
});
