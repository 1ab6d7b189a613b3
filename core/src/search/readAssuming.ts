import { COST_BOUNDS } from '../listing/monthlyCost.js';
import type { CostAssumptions } from '../listing/monthlyCost.js';

const PARTS: readonly (readonly [keyof CostAssumptions, RegExp])[] = [
  ['downPercent', /,?\s*\b(?:with )?(\d+(?:\.\d+)?)\s?% down\b/i],
  ['ratePercent', /,?\s*\bat (\d+(?:\.\d+)?)\s?%/i],
  ['years', /,?\s*\bover (\d+) years?\b/i],
];

/**
 * What a cost a month rests on, among what was typed, and what else was typed: "with 20% down at 6.5% over 30 years";
 * `out` where that is beyond what can be assumed.
 */
export function readAssuming(typed: string): {
  readonly assuming: Partial<CostAssumptions>;
  readonly rest: string;
  readonly out: boolean;
} {
  const said = PARTS.flatMap(([name, pattern]) => {
    const match = pattern.exec(typed);
    return match ? [{ name, text: match[0], value: Number(match[1]) }] : [];
  });
  return {
    assuming: Object.fromEntries(said.map(({ name, value }) => [name, value])),
    rest: said.reduce((rest, { text }) => rest.replace(text, ''), typed).trim(),
    out: said.some(({ name, value }) => value < COST_BOUNDS[name][0] || value > COST_BOUNDS[name][1]),
  };
}
