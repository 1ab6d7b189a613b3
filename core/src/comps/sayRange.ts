import { dollars } from '../search/numbers.js';
import { ADJUSTED } from './priceModel.js';
import type { AdjustedPart, AdjustedSale, Effect, PriceModel, PriceRange } from './priceModel.js';

type Adjustment = keyof AdjustedSale['adjustments'];

export const ADJUSTMENTS_SAID: Readonly<Record<Adjustment, string>> = {
  size: 'sq ft',
  lot: 'lot',
  beds: 'beds',
  baths: 'baths',
  garage: 'garage',
  year: 'built',
  date: 'since then',
  town: 'town',
  kind: 'kind',
};

const STEPS_SAID: Readonly<Record<AdjustedPart, string>> = {
  size: '10% more living area',
  lot: '10% more land',
  beds: 'One bedroom more',
  baths: 'One bath more',
  garage: 'One garage space more',
  year: 'Built ten years later',
  date: 'Sold a month later',
};

/** To thousands, as nobody can tell more. */
const toThousands = (amount: number): string => dollars(Math.round(amount / 1000) * 1000);

/** "$402,000 to $471,000" */
export function sayRange({ low, high }: PriceRange): string {
  return `${toThousands(low)} to ${toThousands(high)}`;
}

/** Where the range comes from, and how far such ranges were off. */
export function sayWhy({ middle, sales }: PriceRange, { off }: PriceModel, subject: string): string {
  const tried =
    `Of the last ${off.sales} sales worked out in the same way from those before them, eight in ten were paid between ` +
    `${percent(1 - Math.exp(off.low))} below and ${percent(Math.exp(off.high) - 1)} above.`;
  return `The ${sales.length} closed homes ticked, each adjusted to what ${subject} has, come to ${toThousands(middle)} in the middle; the likest count most. ${tried}`;
}

/** "+$12,400", "−$3,000", or nothing where the two do not differ. */
export function sayAdjustment(amount: number | undefined): string {
  if (amount === undefined || Math.abs(amount) < 50) return '';
  return `${amount > 0 ? '+' : '−'}${dollars(Math.round(Math.abs(amount) / 100) * 100)}`;
}

/** The adjustments that any of the sales has, in their order. */
export function adjustmentsOf(sales: readonly AdjustedSale[]): Adjustment[] {
  const all: readonly Adjustment[] = [...ADJUSTED, 'town', 'kind'];
  return all.filter((part) => sales.some(({ adjustments }) => sayAdjustment(adjustments[part]) !== ''));
}

/** What each step adds to a price, by how much that may be off, and how many sales tell it. */
export function effectsOf({ parts }: PriceModel): { readonly step: string; readonly adds: string; readonly told: string }[] {
  return ADJUSTED.flatMap((part) => {
    const effect = parts[part];
    return effect
      ? [{ step: STEPS_SAID[part], adds: sayEffect(effect), told: `${effect.sales.toLocaleString('en-US')} sales` }]
      : [];
  });
}

/** "+6.5%, give or take 0.5%": two standard errors. */
function sayEffect({ each, error }: Effect): string {
  const adds = Math.exp(each) - 1;
  return `${adds < 0 ? '−' : '+'}${percent(Math.abs(adds), 1)}, give or take ${percent(2 * error, 1)}`;
}

function percent(share: number, decimals = 0): string {
  return `${(100 * share).toFixed(decimals)}%`;
}
