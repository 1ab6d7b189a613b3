import { dollars } from '@perambula/core';
import type { Contract, Guess, HomeHistory, Life } from '@perambula/core';
import { dateOf } from '../../shared/format.js';
import { percent, sayMoment } from '../../shared/moments.js';

export interface PricePoint {
  readonly at: number;
  readonly price: number | null;
}

/** The asking price over time as steps; between two listings of a home there is none. */
export function priceSteps({ lives }: HomeHistory, now: number): PricePoint[] {
  const points = [...lives].reverse().flatMap(({ prices }) =>
    prices.flatMap(({ at, price }, i): PricePoint[] =>
      // the last price stands until it goes off
      price === null
        ? [
            { at, price: prices[i - 1]?.price ?? null },
            { at: at + 1, price },
          ]
        : [{ at, price }],
    ),
  );
  const last = points.at(-1);
  return last && last.price !== null ? [...points, { at: now, price: last.price }] : points;
}

/** A moment that a chart marks by its status: where a listing ended, and where the newest one stands. */
export interface PriceMark extends PricePoint {
  readonly status: string;
}

export function priceMarks({ lives }: HomeHistory): PriceMark[] {
  return lives.flatMap(({ moments }) => {
    const last = moments.at(-1);
    return last && (last.kind === 'off' || last.kind === 'closed')
      ? [{ at: last.at, price: last.price, status: last.status }]
      : [];
  });
}

/** All times under contract, the earliest first; one that runs ends now. */
export function contractsOf({ lives }: HomeHistory, now: number): (Contract & { readonly to: number })[] {
  return [...lives].reverse().flatMap(({ contracts }) => contracts.map(({ from, to }) => ({ from, to: to ?? now })));
}

/** "1 day", "12 days" */
export const sayDays = (days: number): string => `${days.toLocaleString('en-US')} ${days === 1 ? 'day' : 'days'}`;

/** Listings that are told moment by moment at once, at least. */
const IN_FULL = 2;

/**
 * How many listings of a home, from the newest on, are told moment by moment at once: the newest two, all that the newest goes
 * on from, and as far as the one that is looked at. Those before are told in a line each.
 */
export function toldInFull({ lives }: HomeHistory, listingKey: string): number {
  const chain = lives.findIndex(({ goesOn }) => !goesOn) + 1;
  const lookedAt = lives.findIndex((life) => life.listingKey === listingKey) + 1;
  return Math.max(IN_FULL, chain, lookedAt);
}

/** A listing in a line: "Feb 11, 2004, at $144,900: closed at $141,500, 2.3% under what was asked". */
export function sayLife({ from, firstPrice, moments, status }: Life): string {
  const last = moments.at(-1);
  const end = last && (last.kind === 'closed' || last.kind === 'off') ? sayMoment(last) : status;
  return `${dateOf(from)}${firstPrice === null ? '' : `, at ${dollars(firstPrice)}`}: ${end}`;
}

/** How a listing follows the one before it; null where there is nothing to say. */
export function sayHowItFollows({ afterDaysOff, goesOn }: Life): string | null {
  if (afterDaysOff === null) return null;
  const off = afterDaysOff === 0 ? 'without a day off the market' : `after ${sayDays(afterDaysOff)} off the market`;
  return goesOn ? `listed again ${off}: not fresh` : `listed anew ${off}`;
}

/** All its cuts: "cut by $17,000 (3.9%) in all"; null without one. */
export function sayCuts({ cutInAll, firstPrice }: Life): string | null {
  if (cutInAll === 0) return null;
  return `cut by ${dollars(cutInAll)}${firstPrice ? ` (${percent(cutInAll / firstPrice)})` : ''} in all`;
}

/** "225 days for sale in all, over 2 listings"; null where one listing tells all. */
export function sayForSale({ forSale }: HomeHistory): string | null {
  return forSale && forSale.listings > 1 ? `${sayDays(forSale.days)} for sale in all, over ${forSale.listings} listings` : null;
}

const WHY: Readonly<Record<Guess['why'], string>> = {
  inspection: 'perhaps the inspection',
  financing: 'perhaps the loan',
  appraisal: 'perhaps the appraisal',
};

/** "A guess: perhaps the inspection (back after 9 days, about when inspections are due)" */
export function sayGuess({ why, because, sure }: Guess): string {
  return `${sure === 'fairly' ? 'A guess' : 'A bold guess'}: ${WHY[why]}, ${because}`;
}

/** The last change of the price of the listing that is looked at: "was $430,000, cut by 2.8%"; null without one. */
export function sayLastPrice(life: Life | undefined): { readonly text: string; readonly at: number } | null {
  const last = life?.moments.findLast(({ kind }) => kind === 'price');
  if (last?.kind !== 'price' || last.from === null) return null;
  const change = `${last.price < last.from ? 'cut' : 'raised'} by ${percent(Math.abs(last.price - last.from) / last.from)}`;
  return { text: `was ${dollars(last.from)}, ${change}`, at: last.at };
}
