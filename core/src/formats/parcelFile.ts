import { acresOf } from '../listing/record.js';
import { heldValue } from '../listing/storedValue.js';
import type { FieldType } from '../listing/field.js';
import { spaced, wordsOf } from '../text/words.js';

interface ParcelColumn {
  readonly type: FieldType;
  /** What assessors' files call it, in words; common practice, no source. */
  readonly called: readonly string[];
}

/**
 * What a file of the county's assessor can say of a parcel: by the Data Dictionary's names where it has one, else by what
 * deeds and tax bills say.
 */
export const PARCEL_COLUMNS = {
  ParcelNumber: { type: 'text', called: ['apn', 'pin', 'parcel id', 'parcel no', 'parcelid', 'prop id', 'account number'] },
  UnparsedAddress: {
    type: 'text',
    called: ['address', 'situs', 'situs address', 'site address', 'property address', 'location'],
  },
  OwnerName: { type: 'text', called: ['owner', 'owner 1', 'owner1', 'owner name 1'] },
  OwnerMailingAddress: { type: 'text', called: ['mailing address', 'mail address', 'mail addr', 'owner address'] },
  LivingArea: {
    type: 'number',
    called: ['building sqft', 'bldg sqft', 'sqft', 'finished area', 'heated area', 'gross living area'],
  },
  BedroomsTotal: { type: 'number', called: ['beds', 'bedrooms', 'br', 'num beds'] },
  BathroomsFull: { type: 'number', called: ['full baths', 'full bath', 'fullbath'] },
  YearBuilt: { type: 'number', called: ['yr built', 'year constructed', 'yrblt', 'actual year built'] },
  LotSizeAcres: { type: 'number', called: ['acres', 'acreage', 'gis acres', 'deed acres'] },
  LotSizeSquareFeet: { type: 'number', called: ['lot sqft', 'land sqft', 'lot area', 'lot size'] },
  Zoning: { type: 'text', called: ['zone', 'zoning code', 'zoning class', 'zoning district'] },
  FloodZone: { type: 'text', called: ['fema zone', 'fld zone', 'flood'] },
  SchoolDistrict: { type: 'text', called: ['school dist', 'district'] },
  ElementarySchool: { type: 'text', called: ['elementary'] },
  MiddleOrJuniorSchool: { type: 'text', called: ['middle school', 'junior school', 'middle'] },
  HighSchool: { type: 'text', called: ['high'] },
  SaleDate: { type: 'date', called: ['last sale date', 'deed date', 'transfer date'] },
  SalePrice: { type: 'money', called: ['last sale price', 'sale amount', 'consideration'] },
  Buyer: { type: 'text', called: ['grantee', 'buyer name'] },
  LoanDate: { type: 'date', called: ['mortgage date'] },
  LoanAmount: { type: 'money', called: ['mortgage', 'mortgage amount', 'loan'] },
  Lender: { type: 'text', called: ['lender name', 'mortgagee'] },
  TaxYear: { type: 'number', called: ['tax yr', 'roll year', 'assessment year'] },
  TaxAssessedValue: { type: 'money', called: ['assessed', 'assessed value', 'total assessed', 'total value', 'av total'] },
  TaxAnnualAmount: { type: 'money', called: ['tax', 'taxes', 'tax amount', 'annual tax', 'total tax'] },
} satisfies Record<string, ParcelColumn>;

export type ParcelField = keyof typeof PARCEL_COLUMNS;

/** Which heading of a file each field is read from. */
export type ParcelHeadings = Readonly<Partial<Record<ParcelField, string>>>;

/** What a row says of a parcel, blanks left out. */
export type ParcelRow = Readonly<Partial<Record<ParcelField, string | number>>> & { readonly ParcelNumber: string };

const FIELDS = Object.keys(PARCEL_COLUMNS) as ParcelField[];
const LONGEST_TEXT = 500;

/**
 * A parcel number as numbers are compared: letters and digits only. Listings and assessors set dashes, points and spaces
 * differently.
 */
export function parcelKey(parcelNumber: string): string {
  return parcelNumber.toUpperCase().replace(/[^\p{L}\p{N}]/gu, '');
}

/**
 * Which columns of an assessor's file hold what: as given, and for the rest as headings are usually called.
 *
 * @param headings  of the file, as they stand there
 * @param given  headings by field, which come before any guess
 * @throws Error with a sentence when a given heading is not there, a given field is none, or no column holds parcel numbers
 */
export function parcelHeadings(headings: readonly string[], given: Readonly<Record<string, string>>): ParcelHeadings {
  for (const [field, heading] of Object.entries(given)) {
    if (!FIELDS.some((each) => each === field))
      throw new Error(`“${field}” is not kept of parcels. These are: ${FIELDS.join(', ')}.`);
    if (!headings.includes(heading)) throw new Error(`The file has no column “${heading}”, which was to be read as ${field}.`);
  }
  const taken = new Set(Object.values(given));
  const found: Partial<Record<ParcelField, string>> = { ...given };
  for (const field of FIELDS) {
    if (found[field] !== undefined) continue;
    const names = [inWords(field), ...PARCEL_COLUMNS[field].called];
    const heading = names.map((name) => headings.find((each) => !taken.has(each) && inWords(each) === name)).find(Boolean);
    if (heading === undefined) continue;
    found[field] = heading;
    taken.add(heading);
  }
  if (found.ParcelNumber === undefined)
    throw new Error('No column holds parcel numbers. Say which does: ParcelNumber=THE COLUMN’S HEADING.');
  return found;
}

/**
 * What one row of an assessor's file says.
 *
 * @param row  cells by heading
 * @returns a sentence's end, such as "LivingArea is “n/a”", when a value cannot be read
 */
export function readParcelRow(row: Readonly<Record<string, unknown>>, headings: ParcelHeadings): ParcelRow | string {
  const read: Partial<Record<ParcelField, string | number>> = {};
  for (const [field, heading] of Object.entries(headings) as [ParcelField, string][]) {
    const cell = row[heading];
    const said = typeof cell === 'string' ? cell.trim() : cell;
    const { type } = PARCEL_COLUMNS[field];
    const value = heldValue(type, type === 'date' && typeof said === 'string' ? asIsoDay(said) : (said ?? null));
    if (value === undefined || (typeof value === 'string' && value.length > LONGEST_TEXT))
      return `${field} is “${String(said).slice(0, 40)}”`;
    // assessors write 0 for what they do not know
    if (typeof value === 'string' || (typeof value === 'number' && value > 0)) read[field] = value;
  }
  const feet = read.LotSizeSquareFeet;
  if (read.LotSizeAcres === undefined && typeof feet === 'number') read.LotSizeAcres = acresOf(feet);
  const { ParcelNumber } = read;
  if (typeof ParcelNumber !== 'string' || parcelKey(ParcelNumber) === '') return 'it has no parcel number';
  return { ...read, ParcelNumber };
}

/** A heading or field as words: `SITUS_ADDR` is "situs addr", `YearBuilt` "year built". */
function inWords(name: string): string {
  return wordsOf(spaced(name).replaceAll('_', ' ')).join(' ');
}

/** A day as ISO 8601 writes it: also from "4/14/2026" and from "20260414". Anything else stays what it is. */
function asIsoDay(said: string): string {
  const american = /^(\d{1,2})\/(\d{1,2})\/(\d{4})(?:\s.*)?$/.exec(said);
  if (american) {
    const [, month = '', day = '', year = ''] = american;
    return `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  }
  const plain = /^(\d{4})(\d\d)(\d\d)$/.exec(said);
  return plain ? plain.slice(1).join('-') : said;
}
