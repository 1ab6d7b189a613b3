/** What is known of one of those observed: how long, and how it ended. */
export interface Observed {
  /** From its beginning to its end, or to when it was last seen; in any unit, 0 or more. */
  readonly time: number;
  /** Which of several ends it came to, from 1; 0 while it has come to none, as far as is known (censored). */
  readonly end: number;
}

/** The share that still lasts, from one time on until the next step. */
export interface Step {
  readonly time: number;
  /** How many had lasted until just before. */
  readonly atRisk: number;
  readonly ended: number;
  readonly lasting: number;
  /** Standard error of `lasting`, by Greenwood. */
  readonly error: number;
}

/**
 * The share that lasts longer than each time at which one ended (Kaplan & Meier 1958, doi:10.2307/2281868), with
 * Greenwood's standard error. Who was last seen at a time had lasted until it.
 *
 * @returns steps in rising time; none where nothing ended
 */
export function kaplanMeier(observed: readonly Observed[]): Step[] {
  const steps: Step[] = [];
  let lasting = 1;
  let sum = 0;
  for (const { time, atRisk, ends } of tiesOf(observed)) {
    const ended = ends.reduce((all, each) => all + each, 0);
    if (ended === 0) continue;
    lasting *= (atRisk - ended) / atRisk;
    sum += ended / (atRisk * (atRisk - ended));
    steps.push({ time, atRisk, ended, lasting, error: lasting === 0 ? 0 : lasting * Math.sqrt(sum) });
  }
  return steps;
}

/** The share that lasts longer than a time. */
export function shareLasting(steps: readonly Step[], time: number): number {
  return steps.findLast((step) => step.time <= time)?.lasting ?? 1;
}

/** The first time by which so large a share has ended; null where so many never did. */
export function timeUntil(steps: readonly Step[], share: number): number | null {
  // what was multiplied together may miss an even share by its last digit
  return steps.find(({ lasting }) => 1 - lasting >= share - 1e-12)?.time ?? null;
}

/** The share that has come to one of several ends, from one time on until the next. */
export interface Chance {
  readonly time: number;
  readonly chance: number;
}

/**
 * The chance to have come to one end by each time, where another end may come first (Aalen & Johansen 1978).
 *
 * @param end  which end, from 1
 * @returns steps in rising time; none where that end never came
 */
export function chanceOf(observed: readonly Observed[], end: number): Chance[] {
  const steps: Chance[] = [];
  let lasting = 1;
  let chance = 0;
  for (const { time, atRisk, ends } of tiesOf(observed)) {
    const one = ends[end] ?? 0;
    chance += (lasting * one) / atRisk;
    if (one > 0) steps.push({ time, chance });
    lasting *= (atRisk - ends.reduce((all, each) => all + each, 0)) / atRisk;
  }
  return steps;
}

/** The chance by a time; 0 before the first step. */
export function chanceBy(steps: readonly Chance[], time: number): number {
  return steps.findLast((step) => step.time <= time)?.chance ?? 0;
}

/** All that was seen for the last time at one time: how many had lasted until then, and how many came to each end. */
function* tiesOf(observed: readonly Observed[]): Generator<{ time: number; atRisk: number; ends: number[] }> {
  const sorted = observed.toSorted((a, b) => a.time - b.time);
  for (let at = 0; at < sorted.length;) {
    const { time } = sorted[at] as Observed;
    const atRisk = sorted.length - at;
    const ends: number[] = [0];
    for (; sorted[at]?.time === time; at++) {
      const { end } = sorted[at] as Observed;
      if (end > 0) ends[end] = (ends[end] ?? 0) + 1;
    }
    yield { time, atRisk, ends };
  }
}
