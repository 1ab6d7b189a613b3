import { chanceOf, kaplanMeier, timeUntil } from '../figures/survival.js';
import type { Observed } from '../figures/survival.js';
import { quantile } from '../figures/summary.js';
import type { Life } from '../history/homeHistory.js';

/** What is to be expected of a home, from how homes alike fared. Times in days, shares from 0 to 1. */
export interface Outlook {
  /** Homes alike that this rests on, and how many of them are still for sale. */
  readonly homes: number;
  readonly running: number;
  readonly contract: {
    /** Days until half were under contract; null where not so many were. */
    readonly half: number | null;
    /** The share under contract by each day, with the standard error, by Kaplan–Meier; from the last step on it is not known. */
    readonly steps: readonly { readonly day: number; readonly share: number; readonly error: number; readonly atRisk: number }[];
    /** How long any of them was seen. */
    readonly seenFor: number;
  };
  readonly cut: {
    /** The share that lowered its price by each day, before it went under contract or off. */
    readonly steps: readonly { readonly day: number; readonly share: number }[];
    /** The middle of the first cuts, as a share of the price; null where there was none. */
    readonly middle: number | null;
    readonly cuts: number;
  };
}

const DAY_MS = 86_400_000;
/** How a time at one price ends: by a cut, or otherwise. */
export const CUT = 1;
const GONE = 2;

/**
 * How homes alike fared.
 *
 * @param lives  listings of homes alike, each from its beginning
 * @param now  milliseconds since 1970 UTC, when they were last seen
 */
export function outlookOf(lives: readonly Life[], now: number): Outlook {
  const seen = lives.filter((life) => startOf(life) <= now && (life.to === null || life.to > life.from));
  const untilContract = seen.map((life) => untilContractOf(life, now));
  const untilCut = seen.map((life) => firstCutOf(life, now));
  const cuts = untilCut.flatMap(({ share }) => share ?? []).sort((a, b) => a - b);
  const contract = kaplanMeier(untilContract);
  return {
    homes: seen.length,
    running: seen.filter(({ to }) => to === null).length,
    contract: {
      half: timeUntil(contract, 0.5),
      steps: contract.map(({ time, lasting, error, atRisk }) => ({ day: time, share: 1 - lasting, error, atRisk })),
      seenFor: Math.max(0, ...untilContract.map(({ time }) => time)),
    },
    cut: {
      steps: chanceOf(untilCut, CUT).map(({ time, chance }) => ({ day: time, share: chance })),
      middle: quantile(cuts, 0.5),
      cuts: cuts.length,
    },
  };
}

/** The share by a day; null where none was seen for so long. */
export function shareBy(
  { steps, seenFor }: Pick<Outlook['contract'], 'steps'> & { readonly seenFor: number },
  day: number,
): number | null {
  const step = steps.findLast((each) => each.day <= day);
  return day > seenFor ? null : (step?.share ?? 0);
}

/** One time for sale at one price: until it was cut, or it ended otherwise, or it was last seen. */
export interface PriceSpell extends Observed {
  /** By how much of its price it was cut; null where it was not. */
  readonly share: number | null;
}

/**
 * Every time for sale at one price: from coming on the market, or from a change of price, until the next cut, or until
 * a contract, its end or another change.
 */
export function priceSpellsOf(life: Life, now: number): PriceSpell[] {
  const until = goneAt(life);
  const spells: PriceSpell[] = [];
  let from = startOf(life);
  for (const moment of life.moments) {
    if (moment.kind !== 'price' || moment.at < from || moment.at > (until ?? now)) continue;
    const isCut = moment.from !== null && moment.price < moment.from;
    spells.push({
      time: daysBetween(from, moment.at),
      end: isCut ? CUT : GONE,
      share: isCut ? (moment.from - moment.price) / moment.from : null,
    });
    from = moment.at;
  }
  spells.push({ time: daysBetween(from, until ?? now), end: until === null ? 0 : GONE, share: null });
  return spells;
}

/** When it came on the market: after a time announced as coming soon, or when it was listed. */
function startOf(life: Life): number {
  return life.moments.find(({ kind }) => kind === 'onMarket')?.at ?? life.from;
}

/** When it first went under contract, or off; null while neither has come. */
function goneAt(life: Life): number | null {
  return life.contracts[0]?.from ?? life.to;
}

/** One taken off is known to have waited until then, and no more. */
function untilContractOf(life: Life, now: number): Observed {
  const contract = life.contracts[0]?.from;
  return { time: daysBetween(startOf(life), contract ?? life.to ?? now), end: contract === undefined ? 0 : 1 };
}

function firstCutOf(life: Life, now: number): PriceSpell {
  const until = goneAt(life);
  const cut = life.moments.find(
    (moment) => moment.kind === 'price' && moment.from !== null && moment.price < moment.from && moment.at <= (until ?? now),
  );
  const start = startOf(life);
  if (cut?.kind === 'price' && cut.from !== null)
    return { time: daysBetween(start, cut.at), end: CUT, share: (cut.from - cut.price) / cut.from };
  return { time: daysBetween(start, until ?? now), end: until === null ? 0 : GONE, share: null };
}

function daysBetween(from: number, to: number): number {
  return Math.max(0, Math.round((to - from) / DAY_MS));
}
