import { describe, expect, it } from 'vitest';
import { chanceBy, chanceOf, kaplanMeier, shareLasting, timeUntil } from './survival.js';
import type { Observed } from './survival.js';

const of = (...told: readonly [time: number, end: number][]): Observed[] => told.map(([time, end]) => ({ time, end }));

// Miller, "Survival analysis" (1981): weeks in remission of acute myelogenous leukaemia; 0 is censored
const MAINTAINED = of([9, 1], [13, 1], [13, 0], [18, 1], [23, 1], [28, 0], [31, 1], [34, 1], [45, 0], [48, 1], [161, 0]);
const NOT_MAINTAINED = of([5, 1], [5, 1], [8, 1], [8, 1], [12, 1], [16, 0], [23, 1], [27, 1], [30, 1], [33, 1], [43, 1], [45, 1]);

// time, at risk, ended, share, Greenwood's error: R 4 `survival::survfit(Surv(time, status) ~ x, aml)`
const BY_R = [
  [
    MAINTAINED,
    [
      [9, 11, 1, 0.9090909090909, 0.0866784172041],
      [13, 10, 1, 0.8181818181818, 0.1162912998303],
      [18, 8, 1, 0.7159090909091, 0.1396649705572],
      [23, 7, 1, 0.6136363636364, 0.1526323310273],
      [31, 5, 1, 0.4909090909091, 0.1641932672211],
      [34, 4, 1, 0.3681818181818, 0.1626688858271],
      [48, 2, 1, 0.1840909090909, 0.1534927457863],
    ],
  ],
  [
    NOT_MAINTAINED,
    [
      [5, 12, 2, 0.8333333333333, 0.107582870728],
      [8, 10, 2, 0.6666666666667, 0.136082763488],
      [12, 8, 1, 0.5833333333333, 0.1423187606383],
      [23, 6, 1, 0.4861111111111, 0.1481300625535],
      [27, 5, 1, 0.3888888888889, 0.146986183948],
      [30, 4, 1, 0.2916666666667, 0.138715169135],
      [33, 3, 1, 0.1944444444444, 0.1218745053804],
      [43, 2, 1, 0.0972222222222, 0.0918663649675],
      // R leaves the error open where nothing is left
      [45, 1, 1, 0, 0],
    ],
  ],
] as const;

describe('kaplanMeier', () => {
  it.each(BY_R)('is Miller’s table as R has it, %#', (observed, expected) => {
    const steps = kaplanMeier([...observed].reverse());
    expect(steps.map(({ time, atRisk, ended }) => [time, atRisk, ended])).toEqual(expected.map((row) => row.slice(0, 3)));
    steps.forEach(({ lasting, error }, i) => {
      expect(lasting).toBeCloseTo(expected[i]?.[3] ?? NaN, 12);
      expect(error).toBeCloseTo(expected[i]?.[4] ?? NaN, 12);
    });
  });
  it('without an end has no step, and says that all last', () => {
    expect(kaplanMeier([])).toEqual([]);
    expect(kaplanMeier(of([4, 0], [9, 0]))).toEqual([]);
    expect([shareLasting([], 10), timeUntil([], 0.5)]).toEqual([1, null]);
  });
});

describe('shareLasting and timeUntil', () => {
  const steps = kaplanMeier(MAINTAINED);
  it('step down at the very time of an end', () => {
    expect([8.9, 9, 12].map((time) => shareLasting(steps, time))).toEqual([1, 10 / 11, 10 / 11]);
  });
  // the medians that R prints: 31 and 23 weeks
  it('give R’s medians, and null for what never came', () => {
    expect([timeUntil(steps, 0.5), timeUntil(kaplanMeier(NOT_MAINTAINED), 0.5), timeUntil(steps, 0.9)]).toEqual([31, 23, null]);
  });
});

describe('chanceOf', () => {
  // every 23rd row of R’s `survival::mgus2`: months to a malignancy (1) or death without one (2)
  const MGUS =
    '30:2 88:2 196:2 24:2 49:2 6:2 8:2 186:0 40:2 122:2 101:1 49:2 95:2 6:2 139:2 148:2 394:0 107:2 71:2 163:0 94:0 160:0 81:2 27:2 103:0 35:2 137:0 53:0 165:2 12:2 45:2 60:2 11:2 109:2 121:1 135:2 96:2 2:2 175:0 63:2 111:0 123:1 178:2 103:2 128:1 166:2 228:2 153:2 201:0 6:1 243:0 66:2 64:2 156:2 129:0 137:2 147:2 64:2 111:0 59:0 35:0'
      .split(' ')
      .map((told) => told.split(':').map(Number))
      .map(([time = NaN, end = NaN]): Observed => ({ time, end }));
  const [malignancy, death] = [chanceOf(MGUS, 1), chanceOf(MGUS, 2)];

  // R: survfit(Surv(t, factor(e, 0:2)) ~ 1), its `pstate`
  it.each([
    [12, 0.016393442623, 0.0983606557377],
    [24, 0.016393442623, 0.114754098361],
    [60, 0.016393442623, 0.248352486248],
    [120, 0.0344143757389, 0.4622423199892],
    [240, 0.0948155722515, 0.8069507641496],
  ])('after %i months is R’s by each of two causes', (months, byOne, byOther) => {
    expect(chanceBy(malignancy, months)).toBeCloseTo(byOne, 11);
    expect(chanceBy(death, months)).toBeCloseTo(byOther, 11);
  });
  it('of all ends and of lasting add up to one', () => {
    const any = kaplanMeier(MGUS);
    for (const { time, lasting } of any) expect(chanceBy(malignancy, time) + chanceBy(death, time) + lasting).toBeCloseTo(1, 12);
  });
});
