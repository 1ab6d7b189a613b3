import type { ListingRecord } from '../listing/record.js';
import { dollars, plainNumber } from '../search/numbers.js';
import { averagesOf, COMP_GROUPS } from './averages.js';
import type { CompFigure, CompGroup, FiguresOfHome } from './averages.js';

/** A home among those compared. */
export interface ComparedHome {
  readonly record: ListingRecord;
  readonly group: CompGroup;
  readonly figures: FiguresOfHome;
}

export interface GroupOfComps<Home extends ComparedHome> {
  readonly group: CompGroup;
  readonly comps: readonly Home[];
  readonly ticked: number;
  readonly averages: ReturnType<typeof averagesOf>;
}

/** The groups that have homes, with the averages of those ticked. */
export function groupsOf<Home extends ComparedHome>(comps: readonly Home[], ticked: ReadonlySet<string>): GroupOfComps<Home>[] {
  return COMP_GROUPS.flatMap((group) => {
    const of = comps.filter((comp) => comp.group === group);
    const counted = of.filter(({ record }) => ticked.has(record.ListingKey));
    if (of.length === 0) return [];
    return [{ group, comps: of, ticked: counted.length, averages: averagesOf(counted.map(({ figures }) => figures)) }];
  });
}

export const GROUP_SAID: Readonly<Record<CompGroup, string>> = {
  asked: 'Asked now',
  underContract: 'Under contract',
  closed: 'Closed',
  off: 'Off the market without a sale',
};

/** A figure as its column shows it; a blank is a dash. */
export function sayFigure(figure: CompFigure, value: number | null): string {
  if (value === null) return '–';
  switch (figure) {
    case 'price':
    case 'perSquareFoot':
      return dollars(value);
    case 'size':
    case 'days':
      return Math.round(value).toLocaleString('en-US');
    case 'year':
      return String(Math.round(value));
    case 'saleToList':
      return `${value.toFixed(1)}%`;
    case 'lot':
      return value.toFixed(2);
    case 'beds':
      return String(Math.round(value * 10) / 10);
    case 'baths':
      // to a quarter, as baths are counted
      return plainNumber(Math.round(value * 4) / 4);
  }
}

/** The columns' heads, with their units. */
export const FIGURE_HEADS: Readonly<Record<CompFigure, string>> = {
  price: 'price',
  perSquareFoot: 'per sq ft',
  size: 'sq ft',
  beds: 'beds',
  baths: 'baths',
  year: 'built',
  lot: 'acres',
  days: 'days',
  saleToList: 'of asking',
};
