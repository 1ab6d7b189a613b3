import { describe, expect, it } from 'vitest';
import { freeOf } from './busyHours.js';

const office = { days: [1, 2, 3, 4, 5], from: 540, until: 1020 };

describe('the hours that a household has for homes', () => {
  it.each([
    [
      'before and after theirs',
      [{ from: 480, until: 1140 }],
      [
        { from: 480, until: 540 },
        { from: 1020, until: 1140 },
      ],
    ],
    ['none within them', [{ from: 600, until: 720 }], []],
    ['all beside them', [{ from: 1020, until: 1140 }], [{ from: 1020, until: 1140 }]],
  ])('are %s', (_what, open, left) => {
    expect(freeOf(open, [office], 3)).toEqual(left);
  });

  it('are all on another day, and less where two things are in the way', () => {
    const open = [{ from: 540, until: 1140 }];
    expect(freeOf(open, [office], 6)).toEqual(open);
    const lunch = { days: [6], from: 720, until: 780 };
    expect(freeOf(open, [office, lunch, { days: [6], from: 1080, until: 1440 }], 6)).toEqual([
      { from: 540, until: 720 },
      { from: 780, until: 1080 },
    ]);
  });
});
