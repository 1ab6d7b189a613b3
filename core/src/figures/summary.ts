/** Figures of a list of numbers; all null when it is empty. */
export interface Summary {
  readonly count: number;
  readonly mean: number | null;
  readonly median: number | null;
  readonly lowest: number | null;
  readonly highest: number | null;
}

/** Count, mean, median, lowest and highest, in the numbers' own unit. */
export function summary(values: readonly number[]): Summary {
  const sorted = [...values].sort((a, b) => a - b);
  return {
    count: sorted.length,
    mean: mean(sorted),
    median: quantile(sorted, 0.5),
    lowest: sorted[0] ?? null,
    highest: sorted[sorted.length - 1] ?? null,
  };
}

/** Arithmetic mean, corrected for rounding by a second pass (Chan, Golub & LeVeque 1983); null for none. */
export function mean(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const first = values.reduce((sum, value) => sum + value, 0) / values.length;
  return first + values.reduce((sum, value) => sum + (value - first), 0) / values.length;
}

/**
 * Quantile of sorted numbers by linear interpolation (Hyndman & Fan 1996, type 7; R's default); null for none.
 *
 * @param sorted  numbers in rising order
 * @param p       from 0 to 1
 */
export function quantile(sorted: ArrayLike<number>, p: number): number | null {
  if (sorted.length === 0) return null;
  const at = (sorted.length - 1) * p;
  const low = sorted[Math.floor(at)] as number;
  const high = sorted[Math.ceil(at)] as number;
  return low + (high - low) * (at - Math.floor(at));
}
