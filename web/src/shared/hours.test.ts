import { clockOf } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { busySaid, fromField } from './hours.js';

describe('hours', () => {
  it('are read from a field for times, and written into one', () => {
    expect(['09:54', '9:05', 'x', ''].map(fromField)).toEqual([594, 545, null, null]);
    expect([594, 0].map(clockOf)).toEqual(['09:54', '00:00']);
  });

  it('in which somebody cannot come are said with their days', () => {
    expect(busySaid([])).toBe('They can see homes at any hour');
    expect(
      busySaid([
        { days: [1, 2, 3, 4, 5], from: 540, until: 1050 },
        { days: [6], from: 780, until: 1080 },
      ]),
    ).toBe('Cannot come Mon to Fri 9 am to 5:30 pm, Sat 1 pm to 6 pm');
    expect(busySaid([{ days: [2, 4], from: 540, until: 600 }])).toBe('Cannot come Tue and Thu 9 am to 10 am');
  });
});
