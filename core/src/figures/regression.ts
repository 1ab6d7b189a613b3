import { quantile } from './summary.js';

/** A linear model as it was fitted, its coefficients in the order of the columns. */
export interface Fitted {
  readonly coefficients: readonly number[];
  /** Standard error of each coefficient. */
  readonly errors: readonly number[];
  /** Standard deviation of the residuals; of a robust fit, its scale. */
  readonly spread: number;
}

/**
 * Ordinary least squares, by Householder's reflections, which keep what a sum of squares would lose.
 *
 * @param rows  one for each observation, a column for each coefficient, the constant among them
 * @throws Error with fewer rows than columns, or columns that are combinations of one another
 */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): Fitted {
  const { coefficients, inverse } = solved(rows, values);
  const spread = Math.sqrt(squares(residualsOf(rows, values, coefficients)) / (rows.length - coefficients.length));
  return { coefficients, errors: errorsOf(inverse, spread), spread };
}

/** Huber's constant: 95% as efficient as least squares where errors are normal. */
const K = 1.345;
/** The median of absolute deviations of a normal distribution, in its standard deviations. */
const NORMAL_MAD = 0.6745;
const [MOST_ROUNDS, CLOSE_ENOUGH] = [100, 1e-10];

/**
 * Huber's M-estimator by iterated weights, its scale by the median of absolute residuals: a few odd observations hardly
 * move it. Errors as in Huber, "Robust Statistics" (1981), 7.6.
 *
 * @param rows  as for `leastSquares`
 */
export function robustRegression(rows: readonly (readonly number[])[], values: readonly number[]): Fitted {
  const begun = solved(rows, values);
  let { coefficients } = begun;
  let residuals = residualsOf(rows, values, coefficients);
  let spread = scaleOf(residuals);
  for (let round = 0; round < MOST_ROUNDS && spread > 0; round++) {
    const roots = residuals.map((residual) => Math.sqrt(weightOf(residual / spread)));
    ({ coefficients } = solved(
      rows.map((row, i) => row.map((x) => x * (roots[i] ?? 1))),
      values.map((y, i) => y * (roots[i] ?? 1)),
    ));
    const before = residuals;
    residuals = residualsOf(rows, values, coefficients);
    spread = scaleOf(residuals);
    const moved = squares(residuals.map((residual, i) => residual - (before[i] ?? 0)));
    if (Math.sqrt(moved / Math.max(1e-20, squares(before))) < CLOSE_ENOUGH) break;
  }
  return { coefficients, errors: errorsOf(begun.inverse, robustError(residuals, spread, coefficients.length)), spread };
}

function weightOf(deviation: number): number {
  return Math.min(1, K / Math.abs(deviation));
}

function scaleOf(residuals: readonly number[]): number {
  return (
    (quantile(
      residuals.map(Math.abs).sort((a, b) => a - b),
      0.5,
    ) ?? 0) / NORMAL_MAD
  );
}

function robustError(residuals: readonly number[], spread: number, columns: number): number {
  const many = residuals.length;
  if (spread === 0) return 0;
  const inside = residuals.map((residual) => (Math.abs(residual / spread) <= K ? 1 : 0));
  const share = inside.reduce((sum: number, each) => sum + each, 0) / many;
  const variance = inside.reduce((sum: number, each) => sum + (each - share) ** 2, 0) / (many - 1);
  const correction = 1 + (columns * variance) / (many * share ** 2);
  const weighted = squares(residuals.map((residual) => residual * weightOf(residual / spread))) / (many - columns);
  return (Math.sqrt(weighted) * correction) / share;
}

function residualsOf(rows: readonly (readonly number[])[], values: readonly number[], coefficients: readonly number[]): number[] {
  return rows.map((row, i) => (values[i] ?? 0) - row.reduce((sum, x, j) => sum + x * (coefficients[j] ?? 0), 0));
}

function squares(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value * value, 0);
}

function errorsOf(inverse: readonly (readonly number[])[], spread: number): number[] {
  // (XᵀX)⁻¹ = R⁻¹R⁻ᵀ, of which the diagonal is wanted
  return inverse.map((row) => spread * Math.sqrt(squares(row)));
}

/** Below this share of its column's length, a pivot is nothing but rounding. */
const NOTHING = 1e-12;

/** The solution, and R⁻¹ of X = QR. */
function solved(
  rows: readonly (readonly number[])[],
  values: readonly number[],
): { coefficients: number[]; inverse: number[][] } {
  const [many, width] = [rows.length, rows[0]?.length ?? 0];
  if (width === 0 || many <= width) throw new Error(`A model of ${width} coefficients takes more than ${many} observations.`);
  // the values go along as a last column
  const columns = Array.from({ length: width + 1 }, (_, j) =>
    Float64Array.from(rows, (row, i) => (j < width ? row[j] : values[i]) ?? 0),
  );
  const diagonal = columns.slice(0, width).map((column, j) => {
    const whole = lengthFrom(column, 0);
    const pivot = reflect(columns, j);
    if (Math.abs(pivot) <= NOTHING * whole || pivot === 0) throw new Error(`Column ${j + 1} is a combination of others.`);
    return pivot;
  });
  const at = (i: number, j: number): number => (i === j ? diagonal[i] : columns[j]?.[i]) ?? 0;
  const inverse = invertedTriangle(at, width);
  const coefficients = inverse.map((row) => row.reduce((sum, r, j) => sum + r * at(j, width), 0));
  return { coefficients, inverse };
}

function lengthFrom(column: Float64Array, from: number): number {
  let sum = 0;
  for (let i = from; i < column.length; i++) sum += (column[i] as number) ** 2;
  return Math.sqrt(sum);
}

/** Turns column j below its pivot to nothing, in what stands after it; itself it becomes the mirror. Gives the pivot. */
function reflect(columns: readonly Float64Array[], j: number): number {
  const mirror = columns[j] as Float64Array;
  const first = mirror[j] as number;
  const pivot = first > 0 ? -lengthFrom(mirror, j) : lengthFrom(mirror, j);
  mirror[j] = first - pivot;
  const half = -pivot * (first - pivot);
  if (half === 0) return pivot;
  for (const column of columns.slice(j + 1)) {
    let sum = 0;
    for (let i = j; i < mirror.length; i++) sum += (mirror[i] as number) * (column[i] as number);
    const by = sum / half;
    for (let i = j; i < mirror.length; i++) column[i] = (column[i] as number) - by * (mirror[i] as number);
  }
  return pivot;
}

function invertedTriangle(at: (i: number, j: number) => number, columns: number): number[][] {
  const inverse = Array.from({ length: columns }, () => new Array<number>(columns).fill(0));
  for (let j = 0; j < columns; j++)
    for (let i = j; i >= 0; i--) {
      let sum = i === j ? 1 : 0;
      for (let k = i + 1; k <= j; k++) sum -= at(i, k) * (inverse[k]?.[j] ?? 0);
      (inverse[i] as number[])[j] = sum / at(i, i);
    }
  return inverse;
}
