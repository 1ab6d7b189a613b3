import { feePerMonthOf, bathsOf, numberIn, pricePerSquareFootOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { dollars, plainNumber } from '../search/numbers.js';

/** One column of a table in which homes stand below one another. */
interface Column {
  readonly head: string;
  readonly of: (record: ListingRecord) => number | null;
  readonly say: (value: number) => string;
  /** Left out where there is little room. */
  readonly roomy?: true;
}

const field =
  (name: string) =>
  (record: ListingRecord): number | null =>
    numberIn(record, name);

const COLUMNS: readonly Column[] = [
  { head: 'Price', of: field('ListPrice'), say: dollars },
  { head: 'Beds', of: field('BedroomsTotal'), say: plainNumber },
  { head: 'Baths', of: bathsOf, say: plainNumber },
  { head: 'Sq ft', of: field('LivingArea'), say: plainNumber },
  { head: '$/sq ft', of: pricePerSquareFootOf, say: (value) => dollars(value), roomy: true },
  { head: 'Lot, ac', of: field('LotSizeAcres'), say: plainNumber },
  { head: 'Built', of: field('YearBuilt'), say: String },
  { head: 'HOA/mo', of: feePerMonthOf, say: dollars, roomy: true },
  { head: 'Tax/yr', of: field('TaxAnnualAmount'), say: dollars, roomy: true },
];

/** Homes below one another: each a row of as many cells as there are heads, '–' where its listing leaves a fact blank. */
export interface HomesTable {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/**
 * Homes to be compared at a glance; what no listing tells has no column.
 *
 * @param isNarrow  whether there is room for the main facts only, as in a message on a telephone
 */
export function homesTable(homes: readonly ListingRecord[], isNarrow: boolean): HomesTable {
  const columns = COLUMNS.filter(({ of, roomy }) => !(isNarrow && roomy) && homes.some((home) => of(home) !== null));
  return {
    heads: columns.map(({ head }) => head),
    rows: homes.map((home) =>
      columns.map(({ of, say }) => {
        const value = of(home);
        return value === null ? '–' : say(value);
      }),
    ),
  };
}
