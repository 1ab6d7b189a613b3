import { expect, it } from 'vitest';
import { basisOf, LastWorkedOut } from './lastWorkedOut.js';

it('is worked out once for each name, and anew on another day or of other listings', async () => {
  const kept = new LastWorkedOut<number>();
  let worked = 0;
  const of = (name: string, day: string, keys: readonly string[]): Promise<number> =>
    kept.of(name, basisOf(day, keys), () => Promise.resolve(++worked));
  expect(await of('Residential', '2026-04-14', [])).toBe(1);
  // while a feed is read for the first time there are more and more
  expect(await of('Residential', '2026-04-14', ['A', 'B'])).toBe(2);
  expect(await of('Residential', '2026-04-14', ['A', 'B'])).toBe(2);
  expect(await of('Land', '2026-04-14', ['A', 'B'])).toBe(3);
  expect(await of('Residential', '2026-04-14', ['C', 'B'])).toBe(4);
  expect(await of('Residential', '2026-04-15', ['C', 'B'])).toBe(5);
});
