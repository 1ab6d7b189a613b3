import {
  averagesOf,
  COMP_GROUPS,
  compGroupOf,
  dollars,
  figuresOfHome,
  likenessOf,
  likenessParts,
  plainNumber,
} from '@perambula/core';
import type { CompFigure, CompGroup, FiguresOfHome, Likeness, LikenessWeights, ListingRecord } from '@perambula/core';

/** One home among those compared. */
export interface Comp {
  readonly record: ListingRecord;
  readonly group: CompGroup;
  readonly figures: FiguresOfHome;
  /** By part, and in all from 0 to 1; null where there is no subject. */
  readonly parts: Likeness | null;
  readonly likeness: number | null;
}

/** Homes with their figures and their likeness, the likest first. */
export function compsOf(
  homes: readonly ListingRecord[],
  subject: ListingRecord | null,
  weights: LikenessWeights,
  today: string,
): Comp[] {
  const itself = subject && likenessParts(subject, subject, today);
  const comps = homes.map((record): Comp => {
    const parts = subject && likenessParts(subject, record, today);
    return {
      record,
      group: compGroupOf(record),
      figures: figuresOfHome(record, today),
      parts,
      likeness: parts && itself && likenessOf(parts, itself, weights),
    };
  });
  return comps.sort((a, b) => (b.likeness ?? 0) - (a.likeness ?? 0));
}

/** How many of each group are ticked at first, the likest; what did not sell is only looked at. */
const TICKED: Readonly<Record<CompGroup, number>> = { asked: 3, underContract: 3, closed: 6, off: 0 };

/** The homes ticked at first: those likest to the subject; all where they were chosen. */
export function tickedAtFirst(comps: readonly Comp[]): Set<string> {
  return new Set(
    COMP_GROUPS.flatMap((group) => {
      const of = comps.filter((comp) => comp.group === group);
      const ticked = of[0]?.likeness == null ? of : of.slice(0, TICKED[group]);
      return ticked.map(({ record }) => record.ListingKey);
    }),
  );
}

export interface GroupOfComps {
  readonly group: CompGroup;
  readonly comps: readonly Comp[];
  readonly ticked: number;
  readonly averages: ReturnType<typeof averagesOf>;
}

/** The groups that have homes, with the averages of those ticked. */
export function groupsOf(comps: readonly Comp[], ticked: ReadonlySet<string>): GroupOfComps[] {
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
export const HEADS: Readonly<Record<CompFigure, string>> = {
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

export const PARTS_SAID: Readonly<Record<keyof LikenessWeights, string>> = {
  distance: 'Distance',
  kind: 'Kind',
  size: 'Size',
  age: 'Age',
  beds: 'Beds',
  baths: 'Baths',
  lot: 'Lot',
  date: 'How recent',
};

/** What makes a home like the subject, part by part: "Distance 91%, Size 80%". */
export function sayLikeness(parts: Likeness): string {
  return (Object.keys(PARTS_SAID) as (keyof Likeness)[])
    .map((part) => `${PARTS_SAID[part]} ${parts[part] === null ? 'not known' : `${Math.round(parts[part] * 100)}%`}`)
    .join(', ');
}

/** What stands beside the subject: how many are counted, of how many, and where they were looked for. */
export function sayBeside(ticked: number, given: number, total: number, miles: number | null): string {
  const of = `${ticked} of ${given} ${given === 1 ? 'home' : 'homes'} counted`;
  if (miles === null) return of;
  const newest = total > given ? `, the newest of ${total.toLocaleString('en-US')}` : '';
  return `${of}${newest}, within ${miles} ${miles === 1 ? 'mile' : 'miles'}; sold within 12 months`;
}
