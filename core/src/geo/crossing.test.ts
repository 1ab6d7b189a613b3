import { describe, expect, it } from 'vitest';
import type { LonLat } from './distance.js';
import { selfCrossing } from './crossing.js';

describe('selfCrossing of a line that is not closed', () => {
  const path: LonLat[] = [
    [0, 0],
    [4, 0],
    [4, 3],
  ];

  it.each([
    [[2, 2], null],
    [[2, -1], { edges: [1, 3] }],
    [[0, 0], null],
  ] as const)('finds whether a third side to %j crosses the first', (next, crossing) => {
    // the last one closes it: then the first side and the third are neighbours
    expect(selfCrossing([[...path, next as LonLat]])).toEqual(crossing);
  });
});
