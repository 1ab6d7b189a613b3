import { distance, EMPTY_SEARCH } from '@perambula/core';
import type { Bound, Circle, LonLat, Search } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { afterKey } from './boundKeys.rules.js';

const center: LonLat = [-66, 40.6];
const circle: Bound = { id: 'k', mode: 'out', name: 'Mill', shape: { type: 'Circle', center, radiusMeters: 400 } };
const search: Search = { ...EMPTY_SEARCH, bounds: [circle] };
const shapeAfter = (key: string, far = false): Circle => afterKey(search, circle, key, far)?.bounds[0]?.shape as Circle;

describe('keys at a bound', () => {
  it('move it by fifty metres, ten times as far with Shift', () => {
    expect(distance(center, shapeAfter('ArrowRight').center)).toBeCloseTo(50, 0);
    expect(shapeAfter('ArrowUp', true).center[1]).toBeGreaterThan(40.604);
    expect(distance(center, shapeAfter('ArrowDown', true).center)).toBeCloseTo(500, -1);
  });
  it('make it larger and smaller, double it, take it away, and do nothing else', () => {
    expect(shapeAfter('+').radiusMeters).toBe(440);
    expect(shapeAfter('-').radiusMeters).toBe(364);
    const doubled = afterKey(search, circle, 'd', false);
    expect(doubled?.bounds).toMatchObject([circle, { mode: 'out', name: 'Mill', shape: circle.shape }]);
    expect(new Set(doubled?.bounds.map(({ id }) => id)).size).toBe(2);
    expect(afterKey(search, circle, 'Delete', false)?.bounds).toEqual([]);
    expect(afterKey(search, circle, 'x', false)).toBeNull();
  });
});
