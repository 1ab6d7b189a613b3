import { describe, expect, it } from 'vitest';
import { leastSquares, robustRegression } from './regression.js';
import type { Fitted } from './regression.js';

/** To so many digits of each, as NIST counts them: the logarithm of the relative error. */
function expectToDigits(fitted: Fitted, certified: readonly (readonly [number, number])[], digits: number): void {
  const off = (got: number | undefined, sure: number): number =>
    sure === 0 ? Math.abs(got ?? NaN) : Math.abs(((got ?? NaN) - sure) / sure);
  expect(fitted.coefficients).toHaveLength(certified.length);
  for (const [i, [coefficient, error]] of certified.entries()) {
    expect(off(fitted.coefficients[i], coefficient)).toBeLessThan(10 ** -digits);
    expect(off(fitted.errors[i], error)).toBeLessThan(10 ** -digits);
  }
}

// NIST Statistical Reference Datasets, linear regression; data and certified values from memory, and in agreement
const NORRIS = [
  [0.1, 0.2],
  [338.8, 337.4],
  [118.1, 118.2],
  [888.0, 884.6],
  [9.2, 10.1],
  [228.1, 226.5],
  [668.5, 666.3],
  [998.5, 996.3],
  [449.1, 448.6],
  [778.9, 777.0],
  [559.2, 558.2],
  [0.3, 0.4],
  [0.1, 0.6],
  [778.1, 775.5],
  [668.8, 666.9],
  [339.3, 338.0],
  [448.9, 447.5],
  [10.8, 11.6],
  [557.7, 556.0],
  [228.3, 228.1],
  [998.0, 995.8],
  [888.8, 887.6],
  [119.6, 120.2],
  [0.3, 0.3],
  [0.6, 0.3],
  [557.6, 556.8],
  [339.3, 339.1],
  [888.0, 887.2],
  [998.5, 999.0],
  [778.9, 779.0],
  [10.2, 11.1],
  [117.6, 118.3],
  [228.9, 229.2],
  [668.4, 669.1],
  [449.2, 448.9],
  [0.2, 0.5],
] as const;
const LONGLEY = [
  [60323, 83.0, 234289, 2356, 1590, 107608, 1947],
  [61122, 88.5, 259426, 2325, 1456, 108632, 1948],
  [60171, 88.2, 258054, 3682, 1616, 109773, 1949],
  [61187, 89.5, 284599, 3351, 1650, 110929, 1950],
  [63221, 96.2, 328975, 2099, 3099, 112075, 1951],
  [63639, 98.1, 346999, 1932, 3594, 113270, 1952],
  [64989, 99.0, 365385, 1870, 3547, 115094, 1953],
  [63761, 100.0, 363112, 3578, 3350, 116219, 1954],
  [66019, 101.2, 397469, 2904, 3048, 117388, 1955],
  [67857, 104.6, 419180, 2822, 2857, 118734, 1956],
  [68169, 108.4, 442769, 2936, 2798, 120445, 1957],
  [66513, 110.8, 444546, 4681, 2637, 121950, 1958],
  [68655, 112.6, 482704, 3813, 2552, 123366, 1959],
  [69564, 114.2, 502601, 3931, 2514, 125368, 1960],
  [69331, 115.7, 518173, 4806, 2572, 127852, 1961],
  [70551, 116.9, 554894, 4007, 2827, 130081, 1962],
] as const;
const WAMPLER4 = [
  75901, -204794, 204863, -204436, 253665, -200894, 214131, -185192, 221249, -138370, 315911, -27644, 455253, 197434, 783995,
  608816, 1370781, 1303798, 2205519, 2408860, 3444321,
];
const powers = (x: number): number[] => [0, 1, 2, 3, 4, 5].map((power) => x ** power);

describe('leastSquares', () => {
  it('agrees with NIST on Norris', () => {
    const fitted = leastSquares(
      NORRIS.map(([, x]) => [1, x]),
      NORRIS.map(([y]) => y),
    );
    expectToDigits(
      fitted,
      [
        [-0.262323073774029, 0.232818234301152],
        [1.00211681802045, 0.429796848199937e-3],
      ],
      11,
    );
    expect(fitted.spread).toBeCloseTo(0.884796396144373, 11);
  });
  it('agrees with NIST on Longley, whose columns are nearly combinations of one another', () => {
    const fitted = leastSquares(
      LONGLEY.map(([, ...xs]) => [1, ...xs]),
      LONGLEY.map(([y]) => y),
    );
    expectToDigits(
      fitted,
      [
        [-3482258.63459582, 890420.383607373],
        [15.0618722713733, 84.9149257747669],
        [-0.35819179292591e-1, 0.334910077722432e-1],
        [-2.02022980381683, 0.488399681651699],
        [-1.03322686717359, 0.214274163161675],
        [-0.511041056535807e-1, 0.22607320006937],
        [1829.15146461355, 455.478499142212],
      ],
      9,
    );
    expect(fitted.spread).toBeCloseTo(304.854073561965, 6);
  });
  it('agrees with NIST on Wampler 1 and 4, powers up to the fifth', () => {
    const rows = WAMPLER4.map((_, x) => powers(x));
    const exact = leastSquares(
      rows,
      rows.map((row) => row.reduce((sum, x) => sum + x)),
    );
    for (const coefficient of exact.coefficients) expect(coefficient).toBeCloseTo(1, 7);
    const errors = [215232.62467817, 236355.173469681, 77934.3524331583, 10147.550755035, 564.566512170752, 11.2324854679312];
    expectToDigits(
      leastSquares(rows, WAMPLER4),
      errors.map((error) => [1, error] as const),
      7,
    );
  });
  it('says what it cannot fit', () => {
    expect(() =>
      leastSquares(
        [
          [1, 2],
          [1, 3],
        ],
        [1, 2],
      ),
    ).toThrow('more than 2 observations');
    expect(() =>
      leastSquares(
        [
          [1, 2, 4],
          [1, 3, 6],
          [1, 4, 8],
          [1, 7, 14],
        ],
        [1, 2, 3, 5],
      ),
    ).toThrow('Column 3 is a combination');
  });
});

// Brownlee's stack loss, with values and errors by R 4 `MASS::rlm(stack.loss ~ ., stackloss, acc = 1e-10, maxit = 500)`
const STACK_LOSS = [
  [42, 80, 27, 89],
  [37, 80, 27, 88],
  [37, 75, 25, 90],
  [28, 62, 24, 87],
  [18, 62, 22, 87],
  [18, 62, 23, 87],
  [19, 62, 24, 93],
  [20, 62, 24, 93],
  [15, 58, 23, 87],
  [14, 58, 18, 80],
  [14, 58, 18, 89],
  [13, 58, 17, 88],
  [11, 58, 18, 82],
  [12, 58, 19, 93],
  [8, 50, 18, 89],
  [7, 50, 18, 86],
  [8, 50, 19, 72],
  [8, 50, 19, 79],
  [9, 50, 20, 80],
  [15, 56, 20, 82],
  [15, 70, 20, 91],
] as const;
const rowsOf = STACK_LOSS.map(([, ...xs]) => [1, ...xs]);
const lossOf = STACK_LOSS.map(([y]) => y);

describe('robustRegression', () => {
  it('agrees with R on the stack loss', () => {
    const fitted = robustRegression(rowsOf, lossOf);
    expectToDigits(
      fitted,
      [
        [-41.0264853732935, 9.8068722945852],
        [0.829385770247, 0.1111749623226],
        [0.9260594155748, 0.3033934033567],
        [-0.1278463179669, 0.1288463456899],
      ],
      6,
    );
    expect(fitted.spread).toBeCloseTo(2.4404890461, 6);
  });
  it('hardly heeds what is far off', () => {
    const wrong = lossOf.map((y, i) => (i === 10 ? y + 500 : y));
    const [plain, robust] = [leastSquares(rowsOf, wrong), robustRegression(rowsOf, wrong)];
    const [, before = 0] = robustRegression(rowsOf, lossOf).coefficients;
    expect(Math.abs((robust.coefficients[1] ?? 0) - before)).toBeLessThan(0.25 * Math.abs((plain.coefficients[1] ?? 0) - before));
  });
  it('fits exactly what is exactly so', () => {
    const rows = [1, 2, 3, 4, 5, 6].map((x) => [1, x]);
    const { coefficients, spread } = robustRegression(
      rows,
      rows.map(([, x = 0]) => 3 + 2 * x),
    );
    expect(coefficients.map((each) => Number(each.toFixed(9)))).toEqual([3, 2]);
    expect(spread).toBeLessThan(1e-9);
  });
});
