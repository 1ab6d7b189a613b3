import { summary } from '../figures/summary.js';
import type { Summary } from '../figures/summary.js';
import { bathsOf, endedOn, numberIn, saleToListOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { dayNumber } from '../time/period.js';

/** What a home’s status makes of its price: asked, agreed but not told, paid, or never paid. */
export const COMP_GROUPS = ['asked', 'underContract', 'closed', 'off'] as const;
export type CompGroup = (typeof COMP_GROUPS)[number];

const GROUP_OF_STATUS: Readonly<Record<string, CompGroup>> = {
  'Coming Soon': 'asked',
  Active: 'asked',
  'Active Under Contract': 'underContract',
  Pending: 'underContract',
  Closed: 'closed',
};

/** On hold, withdrawn, expired and canceled are off: a warning of what did not sell. */
export function compGroupOf({ StandardStatus: status }: ListingRecord): CompGroup {
  return GROUP_OF_STATUS[String(status)] ?? 'off';
}

export const COMP_FIGURES = ['price', 'perSquareFoot', 'size', 'beds', 'baths', 'year', 'lot', 'days', 'saleToList'] as const;
export type CompFigure = (typeof COMP_FIGURES)[number];

/**
 * A home in figures; null where a field is blank. `price` in dollars: paid where it closed, else asked; `perSquareFoot` of
 * that price; `size` in square feet, `lot` in acres, `days` for sale, `saleToList` in percent.
 */
export type FiguresOfHome = Readonly<Record<CompFigure, number | null>>;

/** @param today  an ISO date, to which a home that is for sale is counted */
export function figuresOfHome(record: ListingRecord, today: string): FiguresOfHome {
  const price = numberIn(record, 'ClosePrice') ?? numberIn(record, 'ListPrice');
  const size = numberIn(record, 'LivingArea');
  return {
    price,
    perSquareFoot: price !== null && size !== null && size > 0 ? price / size : null,
    size,
    beds: numberIn(record, 'BedroomsTotal'),
    baths: bathsOf(record),
    year: numberIn(record, 'YearBuilt'),
    lot: numberIn(record, 'LotSizeAcres'),
    days: daysForSale(record, today),
    saleToList: saleToListOf(record),
  };
}

/** Days from coming on the market to a contract, or to going off, or to today; null while it was never on it. */
function daysForSale(record: ListingRecord, today: string): number | null {
  const { PurchaseContractDate: contract } = record;
  const until = typeof contract === 'string' ? contract : endedOn(record);
  const end = compGroupOf(record) === 'asked' || until === null ? today : until;
  const days = dayNumber(end) - dayNumber(String(record['OnMarketDate']));
  return Number.isNaN(days) ? null : Math.max(0, days);
}

/** Mean, median, lowest and highest of each figure over some homes, each over those that have it. */
export function averagesOf(homes: readonly FiguresOfHome[]): Record<CompFigure, Summary> {
  const of = (figure: CompFigure): Summary => summary(homes.flatMap((home) => home[figure] ?? []));
  return Object.fromEntries(COMP_FIGURES.map((figure) => [figure, of(figure)])) as Record<CompFigure, Summary>;
}
