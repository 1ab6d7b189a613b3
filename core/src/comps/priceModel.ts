import { mean, quantile } from '../figures/summary.js';
import { robustRegression } from '../figures/regression.js';
import { bathsOf, numberIn } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { dayNumber } from '../time/period.js';
import { compGroupOf } from './averages.js';
import { likenessOf, likenessParts, USUAL_WEIGHTS } from './likeness.js';

/** What a sale is adjusted for besides its town and kind. */
export const ADJUSTED = ['size', 'lot', 'beds', 'baths', 'garage', 'year', 'date'] as const;
export type AdjustedPart = (typeof ADJUSTED)[number];

/** How price goes with something, all else alike. */
export interface Effect {
  /** Share of the price, as its logarithm, for a step: ten per cent of size or lot, one bed, bath or garage space, ten years, a month. */
  readonly each: number;
  /** Standard error of it. */
  readonly error: number;
  /** Sales that tell it. */
  readonly sales: number;
}

/** How price goes with a home's facts over the sales of one property type, and how far such figures were off. */
export interface PriceModel {
  readonly sales: number;
  /** ISO dates of the first and last of them. */
  readonly from: string;
  readonly to: string;
  readonly parts: Readonly<Partial<Record<AdjustedPart, Effect>>>;
  /** By town and by subtype, the logarithm of their prices to those of the commonest. */
  readonly towns: Readonly<Record<string, number>>;
  readonly kinds: Readonly<Record<string, number>>;
  readonly off: Errors;
}

/** How far prices were off that were worked out from earlier sales alike, as logarithms of paid over worked out. */
export interface Errors {
  /** Sales that were worked out in this way, each from those before it. */
  readonly sales: number;
  /** Between these lie eight in ten. */
  readonly low: number;
  readonly high: number;
  /** The middle of how far they were off, either way. */
  readonly typical: number;
}

/** Fewer sales than this tell nothing. */
const TOO_FEW = 60;
/** A town or kind with fewer is left out, with its sales. */
const FEW_OF_ONE = 8;
/** A part that so many leave blank is left out. */
const MOST_BLANK = 0.5;
/** As many as are worked out again to see how far off they are, and from how many earlier ones each. */
const [TRIED, FROM] = [200, 8];
const RANGE_HOLDS = 0.8;

type Measures = Readonly<Record<AdjustedPart, number | null>>;

/** A home's facts in the steps that effects are told by. */
function measuresOf(record: ListingRecord, today: string): Measures {
  const logarithm = (value: number | null): number | null =>
    value !== null && value > 0 ? Math.log(value) / Math.log(1.1) : null;
  const year = numberIn(record, 'YearBuilt');
  const sold = compGroupOf(record) === 'closed' ? dayNumber(String(record['CloseDate'])) : NaN;
  return {
    size: logarithm(numberIn(record, 'LivingArea')),
    lot: logarithm(numberIn(record, 'LotSizeAcres')),
    beds: numberIn(record, 'BedroomsTotal'),
    baths: bathsOf(record),
    garage: numberIn(record, 'GarageSpaces'),
    year: year === null ? null : year / 10,
    date: Number.isNaN(sold) ? 0 : (sold - dayNumber(today)) / DAYS_A_MONTH,
  };
}
const DAYS_A_MONTH = 365.25 / 12;

interface Sale {
  readonly record: ListingRecord;
  readonly price: number;
  readonly measures: Measures;
  readonly town: string;
  readonly kind: string;
  readonly closed: string;
}

/**
 * Fits how the logarithm of the price goes with a home's facts, by a regression that odd sales hardly move, and works out
 * the latest sales again from those before them.
 *
 * @param records  closed sales of one property type
 * @param today  an ISO date, to which sales are brought
 * @returns null where there are too few to tell
 */
export function priceModel(records: readonly ListingRecord[], today: string): PriceModel | null {
  const sales = ofCommon(records.flatMap((record) => saleOf(record, today) ?? []));
  if (sales.length < TOO_FEW) return null;
  const effects = fitted(sales);
  if (!effects) return null;
  const dates = sales.map(({ closed }) => closed).sort();
  return {
    sales: sales.length,
    from: dates[0] ?? '',
    to: dates.at(-1) ?? '',
    ...effects,
    off: errorsOf(sales, effects),
  };
}

function saleOf(record: ListingRecord, today: string): Sale | null {
  const price = numberIn(record, 'ClosePrice');
  const { City: town, PropertySubType: kind, CloseDate: closed } = record;
  const measures = measuresOf(record, today);
  if (price === null || price <= 0 || measures.size === null) return null;
  if (typeof town !== 'string' || typeof kind !== 'string' || typeof closed !== 'string') return null;
  return { record, price, measures, town, kind, closed };
}

/** Without those of a town or kind that has too few of them. */
function ofCommon(sales: readonly Sale[]): Sale[] {
  const towns = counted(sales.map(({ town }) => town));
  const kinds = counted(sales.map(({ kind }) => kind));
  return sales.filter(({ town, kind }) => (towns.get(town) ?? 0) >= FEW_OF_ONE && (kinds.get(kind) ?? 0) >= FEW_OF_ONE);
}

function counted(names: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return new Map([...counts].sort((a, b) => b[1] - a[1]));
}

type Effects = Pick<PriceModel, 'parts' | 'towns' | 'kinds'>;

function fitted(sales: readonly Sale[]): Effects | null {
  const known = (part: AdjustedPart): number[] => sales.flatMap(({ measures }) => measures[part] ?? []);
  // what many leave blank, or what is the same for all, tells nothing
  const parts = ADJUSTED.filter((part) => {
    const values = known(part);
    return values.length > (1 - MOST_BLANK) * sales.length && values.some((value) => value !== values[0]);
  });
  const means = parts.map((part) => mean(known(part)) ?? 0);
  const [[firstTown = ''] = [], ...towns] = counted(sales.map(({ town }) => town));
  const [[firstKind = ''] = [], ...kinds] = counted(sales.map(({ kind }) => kind));
  const rows = sales.map(({ measures, town, kind }) => [
    1,
    // a blank is taken for the mean
    ...parts.map((part, i) => (measures[part] ?? means[i] ?? 0) - (means[i] ?? 0)),
    ...towns.map(([name]) => Number(town === name)),
    ...kinds.map(([name]) => Number(kind === name)),
  ]);
  try {
    const { coefficients, errors } = robustRegression(
      rows,
      sales.map(({ price }) => Math.log(price)),
    );
    const at = (i: number): number => coefficients[1 + parts.length + i] ?? 0;
    return {
      parts: Object.fromEntries(
        parts.map((part, i) => [part, { each: coefficients[1 + i] ?? 0, error: errors[1 + i] ?? 0, sales: known(part).length }]),
      ),
      towns: Object.fromEntries([[firstTown, 0], ...towns.map(([name], i) => [name, at(i)] as const)]),
      kinds: Object.fromEntries([[firstKind, 0], ...kinds.map(([name], i) => [name, at(towns.length + i)] as const)]),
    };
  } catch {
    // facts that are combinations of one another cannot be told apart
    return null;
  }
}

/** One sale brought to what the subject has. */
export interface AdjustedSale {
  readonly listingKey: string;
  readonly paid: number;
  /** Dollars for each fact in which the two differ, and for the town and kind; what either leaves blank is not adjusted for. */
  readonly adjustments: Readonly<Partial<Record<AdjustedPart | 'town' | 'kind', number>>>;
  readonly adjusted: number;
  readonly likeness: number;
}

/** @param sale  a closed sale, whose price is known */
export function adjustSale(subject: ListingRecord, sale: ListingRecord, model: Effects, today: string): AdjustedSale | null {
  const paid = numberIn(sale, 'ClosePrice');
  if (paid === null || paid <= 0 || compGroupOf(sale) !== 'closed') return null;
  const [own, other] = [{ ...measuresOf(subject, today), date: 0 }, measuresOf(sale, today)];
  const steps: [AdjustedPart | 'town' | 'kind', number][] = [];
  for (const part of ADJUSTED) {
    const [effect, here, there] = [model.parts[part], own[part], other[part]];
    if (effect && here !== null && there !== null && here !== there) steps.push([part, effect.each * (here - there)]);
  }
  const between = (of: Readonly<Record<string, number>>, field: string): number =>
    (of[String(subject[field])] ?? NaN) - (of[String(sale[field])] ?? NaN);
  for (const [name, by] of [
    ['town', between(model.towns, 'City')],
    ['kind', between(model.kinds, 'PropertySubType')],
  ] as const)
    if (by) steps.push([name, by]);
  const whole = steps.reduce((sum, [, by]) => sum + by, 0);
  const adjusted = paid * Math.exp(whole);
  // each has its share of what they come to together
  const adjustments = steps.map(([name, by]) => [name, whole === 0 ? paid * by : ((adjusted - paid) * by) / whole] as const);
  const likeness = likenessOf(likenessParts(subject, sale, today), likenessParts(subject, subject, today), USUAL_WEIGHTS);
  return { listingKey: sale.ListingKey, paid, adjustments: Object.fromEntries(adjustments), adjusted, likeness };
}

/** What a home may be worth by its adjusted sales, in dollars. No appraisal. */
export interface PriceRange {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  readonly sales: readonly AdjustedSale[];
}

/** Fewer sales than this make no range. */
const FEWEST = 3;

/**
 * A range from sales adjusted to the subject: their mean by likeness, as far to either side as eight in ten such figures
 * were off, and never narrower than half of the sales themselves lie apart.
 *
 * @param sales  of which those that are closed are taken
 * @returns null with fewer than three of them, or where the subject's size is blank
 */
export function priceRange(
  subject: ListingRecord,
  sales: readonly ListingRecord[],
  model: PriceModel,
  today: string,
): PriceRange | null {
  const adjusted = sales.flatMap((sale) => adjustSale(subject, sale, model, today) ?? []);
  if (adjusted.length < FEWEST || measuresOf(subject, today).size === null) return null;
  const middle = middleOf(adjusted);
  const apart = adjusted.map((sale) => Math.log(sale.adjusted) - middle).sort((a, b) => a - b);
  const low = Math.min(model.off.low, quantile(apart, 0.25) ?? 0);
  const high = Math.max(model.off.high, quantile(apart, 0.75) ?? 0);
  return { low: Math.exp(middle + low), middle: Math.exp(middle), high: Math.exp(middle + high), sales: adjusted };
}

/** The logarithm of their price, the likest counting most. */
function middleOf(sales: readonly AdjustedSale[]): number {
  const all = sales.reduce((sum, { likeness }) => sum + likeness, 0);
  if (all === 0) return mean(sales.map(({ adjusted }) => Math.log(adjusted))) ?? 0;
  return sales.reduce((sum, { adjusted, likeness }) => sum + likeness * Math.log(adjusted), 0) / all;
}

/** The latest sales, each worked out from the likest of those before it as a home's range is. */
function errorsOf(sales: readonly Sale[], effects: Effects): Errors {
  const inOrder = [...sales].sort((a, b) => (a.closed < b.closed ? -1 : 1));
  const byTown = new Map<string, Sale[]>();
  for (const sale of inOrder) byTown.set(sale.town, [...(byTown.get(sale.town) ?? []), sale]);
  const earlier = (among: readonly Sale[], day: string): Sale[] => among.filter(({ closed }) => closed < day);
  const tried = inOrder.slice(Math.max(FROM, inOrder.length - TRIED));
  const off = tried.flatMap(({ record, price, closed, town }) => {
    const near = earlier(byTown.get(town) ?? [], closed);
    const subject = { ...record, StandardStatus: 'Active', CloseDate: null };
    const likest = likestOf(subject, near.length >= FROM ? near : earlier(inOrder, closed), closed);
    const adjusted = likest.flatMap((sale) => adjustSale(subject, sale.record, effects, closed) ?? []);
    return adjusted.length < FEWEST ? [] : [Math.log(price) - middleOf(adjusted)];
  });
  const sorted = off.sort((a, b) => a - b);
  const outside = (1 - RANGE_HOLDS) / 2;
  return {
    sales: sorted.length,
    low: quantile(sorted, outside) ?? 0,
    high: quantile(sorted, 1 - outside) ?? 0,
    typical:
      quantile(
        sorted.map(Math.abs).sort((a, b) => a - b),
        0.5,
      ) ?? 0,
  };
}

function likestOf(subject: ListingRecord, sales: readonly Sale[], today: string): Sale[] {
  const own = likenessParts(subject, subject, today);
  return sales
    .map((sale) => ({ sale, likeness: likenessOf(likenessParts(subject, sale.record, today), own, USUAL_WEIGHTS) }))
    .sort((a, b) => b.likeness - a.likeness)
    .slice(0, FROM)
    .map(({ sale }) => sale);
}
