import { moved, resized } from '@perambula/core';
import type { Bound, Search } from '@perambula/core';
import { freshId } from '../draft/draft.js';

/** Metres that an arrow moves a bound; with Shift ten times as far. */
const STEP = 50;
const GROWTH = 1.1;
const WAYS: Readonly<Record<string, readonly [east: number, north: number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, STEP],
  ArrowDown: [0, -STEP],
};

/** What the keys do while a bound's mark in the list has the focus. */
export const BOUND_KEYS =
  'Arrows move it (Shift: farther), + and − make it larger or smaller, D doubles it, Delete takes it away.';

/** The search after a key at one of its bounds; null for a key that does nothing there. */
export function afterKey(search: Search, bound: Bound, key: string, far: boolean): Search | null {
  if (key === 'Delete' || key === 'Backspace') return { ...search, bounds: search.bounds.filter((each) => each !== bound) };
  if (key === 'd' || key === 'D') return { ...search, bounds: [...search.bounds, { ...bound, id: freshId(search) }] };
  if (bound.shape.type === 'TravelTime') return null;
  const way = WAYS[key];
  const factor = key === '+' || key === '=' ? GROWTH : key === '-' ? 1 / GROWTH : null;
  if (!way && factor === null) return null;
  const scale = far ? 10 : 1;
  const shape = way ? moved(bound.shape, scale * way[0], scale * way[1]) : resized(bound.shape, factor ?? 1);
  return { ...search, bounds: search.bounds.map((each) => (each === bound ? { ...bound, shape } : each)) };
}
