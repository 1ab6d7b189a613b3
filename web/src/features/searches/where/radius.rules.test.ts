import { expect, it } from 'vitest';
import { metresOf } from './radius.rules.js';

// the international mile is 1,609.344 m and has 5,280 feet (US National Bureau of Standards, 1959)
it.each([
  ['1', 1609.344],
  ['0.5', 804.672],
  ['½', 804.672],
  ['1/2 mi', 804.672],
  ['1½ miles', 2414.016],
  ['1 1/4', 2011.68],
  ['5280 ft', 1609.344],
  ['800 feet', 243.84],
  ['.25', 402.336],
])('“%s” is %d metres', (typed, metres) => {
  expect(metresOf(typed)).toBeCloseTo(metres, 3);
});

it.each(['', 'mi', '0', '-1', '61', '1 km', 'half'])('“%s” is no distance that a bound can have', (typed) => {
  expect(metresOf(typed)).toBeNull();
});
