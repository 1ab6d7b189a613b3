import { fieldOf } from './fields.js';
import { numberIn } from './record.js';
import type { ListingRecord } from './record.js';

type PublicFacts = Readonly<Record<string, unknown>>;

/** What a listing and the public record of its parcel can both say, and how the record says it where not by the same name. */
const COMPARED: Readonly<Record<string, (recorded: PublicFacts, listing: ListingRecord) => unknown>> = {
  LivingArea: ({ LivingArea }) => LivingArea,
  BedroomsTotal: ({ BedroomsTotal }) => BedroomsTotal,
  BathroomsFull: ({ BathroomsFull }) => BathroomsFull,
  YearBuilt: ({ YearBuilt }) => YearBuilt,
  LotSizeAcres: ({ LotSizeAcres }) => LotSizeAcres,
  TaxAnnualAmount: taxOfThatYear,
  Zoning: ({ Zoning }) => Zoning,
  ElementarySchool: ({ ElementarySchool }) => ElementarySchool,
  MiddleOrJuniorSchool: ({ MiddleOrJuniorSchool }) => MiddleOrJuniorSchool,
  HighSchool: ({ HighSchool }) => HighSchool,
  HighSchoolDistrict: ({ SchoolDistrict }) => SchoolDistrict,
};

/** What a figure may differ by for the number of its decimals alone: half an acre more is no rounding. */
const MOST_BY_ROUNDING = 0.02;

export interface RecordDifference {
  readonly field: string;
  readonly label: string;
  readonly unit: string | null;
  readonly listed: string | number;
  readonly recorded: string | number;
}

/**
 * Where a listing and the public record say different things. What either leaves blank is no difference, nor what is the same
 * but for rounding, capitals or spaces.
 *
 * @param record  by the fields' own names; `taxes` by year, in dollars
 */
export function recordDifferences(listing: ListingRecord, record: PublicFacts): RecordDifference[] {
  return Object.entries(COMPARED).flatMap(([name, of]) => {
    const [listed, recorded] = [listing[name], of(record, listing)];
    if (!isSaid(listed) || !isSaid(recorded) || isSame(listed, recorded)) return [];
    const field = fieldOf(name);
    return [{ field: name, label: field?.label ?? name, unit: field?.unit ?? null, listed, recorded }];
  });
}

/** The record's taxes of the year that the listing's are of; of the last one known where it names none. */
function taxOfThatYear({ taxes }: PublicFacts, listing: ListingRecord): unknown {
  if (!Array.isArray(taxes)) return null;
  const years = taxes as readonly { readonly year: number; readonly tax: number }[];
  const year = numberIn(listing, 'TaxYear') ?? Math.max(...years.map((each) => each.year));
  return years.find((each) => each.year === year)?.tax;
}

function isSaid(value: unknown): value is string | number {
  return (typeof value === 'string' && value.trim() !== '') || typeof value === 'number';
}

function isSame(listed: string | number, recorded: string | number): boolean {
  if (typeof listed === 'number' && typeof recorded === 'number') {
    const decimals = Math.min(decimalsOf(listed), decimalsOf(recorded));
    const isNear = Math.abs(listed - recorded) <= MOST_BY_ROUNDING * Math.abs(recorded);
    return isNear && listed.toFixed(decimals) === recorded.toFixed(decimals);
  }
  return plain(listed) === plain(recorded);
}

function decimalsOf(value: number): number {
  return /\.(\d+)$/.exec(String(value))?.[1]?.length ?? 0;
}

function plain(value: string | number): string {
  return String(value).trim().replaceAll(/\s+/g, ' ').toLowerCase();
}
