/** Of a share what is sure: its lowest and highest value, from 0 to 1. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

const SURE = 0.95;
/** Halvings of the interval in which a bound is looked for: to the last digit of a double. */
const HALVINGS = 60;

/**
 * The exact interval of a share (Clopper & Pearson 1934): all shares under which so many, or so few, are not too rare.
 *
 * @param some  how many of them, a whole number from 0 to `all`
 * @param all   of how many; 0 tells nothing, and every share is possible
 * @param sure  how often the true share lies within, from 0 to 1
 */
export function exactInterval(some: number, all: number, sure = SURE): Interval {
  const tail = (1 - sure) / 2;
  return {
    low: some === 0 ? 0 : shareWhere((share) => atLeast(some, all, share) < tail),
    high: some === all ? 1 : shareWhere((share) => 1 - atLeast(some + 1, all, share) > tail),
  };
}

/**
 * How rarely chance alone parts two groups as far as this or further (Fisher's exact test, one-sided, 1935).
 *
 * @param first   of the first group, those with and without something
 * @param second  of the second group, likewise; fewer of it with, the rarer
 * @returns from 0 to 1
 */
export function exactTest(first: readonly [number, number], second: readonly [number, number]): number {
  const withIt = first[0] + second[0];
  const [firstAll, all] = [first[0] + first[1], first[0] + first[1] + second[0] + second[1]];
  let chance = 0;
  for (let k = first[0]; k <= Math.min(firstAll, withIt); k++)
    chance += Math.exp(logChoose(firstAll, k) + logChoose(all - firstAll, withIt - k) - logChoose(all, withIt));
  return Math.min(1, chance);
}

/** The chance that at least so many of all come, each with the same share. */
function atLeast(some: number, all: number, share: number): number {
  if (share === 0 || share === 1) return some === 0 || share === 1 ? 1 : 0;
  let chance = 0;
  for (let k = some; k <= all; k++) chance += Math.exp(logChoose(all, k) + k * Math.log(share) + (all - k) * Math.log1p(-share));
  return Math.min(1, chance);
}

/** The share up to which something is so. */
function shareWhere(isSo: (share: number) => boolean): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (isSo(middle)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The logarithm of how many ways there are to choose `k` of `n`; no way where there are not so many. */
function logChoose(n: number, k: number): number {
  if (k < 0 || k > n) return -Infinity;
  let sum = 0;
  for (let i = 1; i <= Math.min(k, n - k); i++) sum += Math.log((n + 1 - i) / i);
  return sum;
}
