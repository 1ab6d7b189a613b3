/**
 * The roundest number from one up to another: the lowest multiple of the first step that has one between them, or else
 * the lower end.
 *
 * @param steps  the coarsest first
 */
export function roundest(from: number, to: number, steps: readonly number[]): number {
  for (const step of steps) {
    const rounded = Math.round(Math.ceil(from / step - 1e-9) * step * 10_000) / 10_000;
    if (rounded <= to) return rounded;
  }
  return from;
}
