import { expect, it } from 'vitest';
import { pagesAt, pagesOf } from './resultRows.rules.js';

const keys = Array.from({ length: 250 }, (_, i) => `K${i}`);

it('the pages looked at are those that the first and the last place stand on', () => {
  expect(pagesAt(0, 99)).toEqual({ first: 0, last: 0 });
  expect(pagesAt(99, 100)).toEqual({ first: 0, last: 1 });
  expect(pagesAt(230, 249)).toEqual({ first: 2, last: 2 });
});

it('only pages with a row that is not known are asked for, whole, and none beyond the end', () => {
  const known = new Map(keys.slice(0, 100).map((key) => [key, true]));
  expect(pagesOf(keys, known, { first: 0, last: 0 })).toEqual([]);
  expect(pagesOf(keys, known, { first: 0, last: 9 })).toEqual([keys.slice(100, 200), keys.slice(200)]);
  known.delete('K7');
  expect(pagesOf(keys, known, { first: 0, last: 0 })).toEqual([keys.slice(0, 100)]);
  expect(pagesOf([], known, { first: 0, last: 3 })).toEqual([]);
});
