import { SearchProblem, numberAt, objectAt, wordAt } from './problem.js';

export const MOVE_WAYS = ['down', 'up', 'either'] as const;
export type MoveWay = (typeof MOVE_WAYS)[number];

/** Of a line on when the price last moved: which way it went and by how much at least, in percent of the price before or in dollars. */
export interface PriceMove {
  readonly way: MoveWay;
  readonly percent?: number;
  readonly dollars?: number;
}

/** Said of a move that cannot be asked. */
export const NOT_ASKABLE = 'A price moves by more than 0, and by 1,000% or $1,000,000,000 at most.';

/** The field whose lines can say it. */
export const PRICE_MOVED = 'PriceChangeTimestamp';

/** The most that can be asked. */
const MOST: Readonly<Record<'percent' | 'dollars', number>> = { percent: 1000, dollars: 1_000_000_000 };

/**
 * Whether a price moved so: never where it did not move, which a price before that is left blank says too.
 *
 * @param before  what was asked before, in dollars; not finite where that is blank
 * @param now  what is asked; not finite where that is blank
 * @returns null where it is not known
 */
export function hasMoved({ way, percent, dollars }: PriceMove, before: number, now: number): boolean | null {
  if (!Number.isFinite(now)) return null;
  if (!Number.isFinite(before) || before <= 0 || before === now) return false;
  if (way !== 'either' && now < before !== (way === 'down')) return false;
  const by = Math.abs(now - before);
  // in tenths of a percent, so that no fraction is lost
  return by >= (dollars ?? 0) && 1000 * by >= Math.round(10 * (percent ?? 0)) * before;
}

/** Whether a move can be asked: by more than nothing, and by no more than prices move. */
export function isAskable({ percent, dollars }: PriceMove): boolean {
  const within = (amount: number | undefined, most: number): boolean => amount === undefined || (amount > 0 && amount <= most);
  return within(percent, MOST.percent) && within(dollars, MOST.dollars);
}

/** "down by 5% or more", "up", "up or down by $10,000 or more". */
export function sayMove({ way, percent, dollars }: PriceMove): string {
  const amount = percent !== undefined ? `${percent}%` : dollars !== undefined ? `$${dollars.toLocaleString('en-US')}` : null;
  return `${way === 'either' ? 'up or down' : way}${amount === null ? '' : ` by ${amount} or more`}`;
}

const WAY_WORDS: Readonly<Record<MoveWay, string>> = {
  either: 'up or down|down or up|either way',
  down: 'down|cut|reduced|lowered|dropped',
  up: 'up|raised|increased',
};
const AMOUNT = String.raw`(?: by)?(?: at least)? (?<dollar>\$ ?)?(?<number>\d[\d,]*(?:\.\d+)?)(?<thousands>k)?(?<percent> ?(?:%|percent))?(?: or more)?`;

/** A move among what was typed, and what else was typed; null where none is. A bare number below 100 is in percent. */
export function readMove(typed: string): { readonly move: PriceMove; readonly rest: string } | null {
  for (const way of MOVE_WAYS.toReversed()) {
    const match = new RegExp(`(?:^|,|\\s)\\s*(?:${WAY_WORDS[way]})(?:${AMOUNT})?(?=$|,|\\s)`, 'i').exec(typed);
    if (!match) continue;
    const { dollar, number, thousands, percent } = match.groups ?? {};
    const rest = (typed.slice(0, match.index) + typed.slice(match.index + match[0].length)).replace(/^[\s,]+|[\s,]+$/g, '');
    if (number === undefined) return { move: { way }, rest };
    const amount = Number(number.replaceAll(',', '')) * (thousands ? 1000 : 1);
    const ofPrice = percent !== undefined || (dollar === undefined && thousands === undefined && amount < 100);
    return { move: { way, [ofPrice ? 'percent' : 'dollars']: amount }, rest };
  }
  return null;
}

/** A move from outside, checked. */
export function moveAt(value: unknown, path: string): PriceMove {
  const { way, ...amounts } = objectAt(value, path, ['way', 'percent', 'dollars']);
  const named = Object.keys(amounts) as (keyof typeof MOST)[];
  if (named.length > 1) throw new SearchProblem(path, 'A price moves by so many percent or by so many dollars; here are both.');
  const move = {
    way: wordAt(way, `${path}.way`, MOVE_WAYS),
    ...Object.fromEntries(named.map((name) => [name, numberAt(amounts[name], `${path}.${name}`)])),
  };
  if (!isAskable(move)) throw new SearchProblem(path, NOT_ASKABLE);
  return move;
}
