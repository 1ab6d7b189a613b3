import { dayNumber } from '../time/period.js';

/** A room of a home, by RESO's Property Rooms: its kind, level, size and features. */
export type Room = Readonly<Record<string, string | number | boolean | readonly string[] | null | undefined>>;

/** One field's value: RESO look-ups are strings, multi-value look-ups string lists, dates ISO 8601 strings. */
export type FieldValue = string | number | boolean | readonly string[] | readonly Room[] | null | undefined;

/** A listing by its RESO Data Dictionary field names. */
export interface ListingRecord {
  readonly ListingKey: string;
  readonly [field: string]: FieldValue;
}

/** A listing's position as longitude, latitude in degrees (WGS 84), or null when it has none. */
export function positionOf(record: ListingRecord): readonly [number, number] | null {
  const { Longitude: lon, Latitude: lat } = record;
  return typeof lon === 'number' && typeof lat === 'number' ? [lon, lat] : null;
}

/**
 * Baths with halves counted: full + ¾ three-quarter + ½ half + ¼ quarter.
 * Null only when the full baths are blank; a blank partial count is read as none.
 */
export function bathsOf(record: ListingRecord): number | null {
  const full = record['BathroomsFull'];
  if (typeof full !== 'number') return null;
  const part = (field: string): number => {
    const value = record[field];
    return typeof value === 'number' ? value : 0;
  };
  return full + 0.75 * part('BathroomsThreeQuarter') + 0.5 * part('BathroomsHalf') + 0.25 * part('BathroomsOneQuarter');
}

const PAYMENTS_A_YEAR: Readonly<Record<string, number>> = {
  Weekly: 52,
  Monthly: 12,
  Quarterly: 4,
  'Semi-Annually': 2,
  Annually: 1,
};

/** Association fee in dollars a month, whatever period the listing states; null when fee or period is blank. */
export function feePerMonthOf(record: ListingRecord): number | null {
  if (record['AssociationYN'] === false) return 0;
  const fee = record['AssociationFee'];
  const payments = PAYMENTS_A_YEAR[String(record['AssociationFeeFrequency'])];
  if (typeof fee !== 'number' || payments === undefined) return null;
  return Math.round((fee * payments) / 12);
}

/** List price in dollars per square foot of living area, to the cent; null when either is blank. */
export function pricePerSquareFootOf(record: ListingRecord): number | null {
  const { ListPrice: price, LivingArea: area } = record;
  if (typeof price !== 'number' || typeof area !== 'number' || area <= 0) return null;
  return Math.round((price / area) * 100) / 100;
}

const SQUARE_FEET_PER_ACRE = 43_560;

/** Acres of so many square feet, to four decimals as lots are listed. */
export function acresOf(squareFeet: number): number {
  return Math.round((squareFeet / SQUARE_FEET_PER_ACRE) * 10_000) / 10_000;
}

/** The lot in square feet, from its acres; null when they are blank. */
export function lotSquareFeetOf({ LotSizeAcres: acres }: ListingRecord): number | null {
  return typeof acres === 'number' ? Math.round(acres * SQUARE_FEET_PER_ACRE) : null;
}

/** List price in dollars per acre of the lot; null when either is blank or there is no lot. */
export function pricePerAcreOf({ ListPrice: price, LotSizeAcres: acres }: ListingRecord): number | null {
  return typeof price === 'number' && typeof acres === 'number' && acres > 0 ? Math.round(price / acres) : null;
}

/** Percent to a tenth by which one price lies below another; 0 where it does not, or where there was no other. */
function cut(before: FieldValue, now: FieldValue): number | null {
  if (typeof now !== 'number') return null;
  if (typeof before !== 'number' || before <= 0) return 0;
  return Math.max(0, Math.round((1000 * (before - now)) / before) / 10);
}

/** The last change of price as a cut, in percent. */
export function priceCutOf(record: ListingRecord): number | null {
  return cut(record['PreviousListPrice'], record['ListPrice']);
}

/** The asking price as a cut of the first one, in percent. */
export function priceCutInAllOf(record: ListingRecord): number | null {
  return cut(record['OriginalListPrice'], record['ListPrice']);
}

/** What was paid in percent of the last asking price, to a tenth; null until a sale is closed. */
export function saleToListOf({ ClosePrice: paid, ListPrice: asked }: ListingRecord): number | null {
  return typeof paid === 'number' && typeof asked === 'number' && asked > 0 ? Math.round((1000 * paid) / asked) / 10 : null;
}

/** Days from coming on the market to a signed contract; null when either day is blank. */
export function daysToContractOf({ OnMarketDate: from, PurchaseContractDate: to }: ListingRecord): number | null {
  const days = dayNumber(String(to)) - dayNumber(String(from));
  return Number.isNaN(days) ? null : Math.max(0, days);
}

const END_DATES = ['CloseDate', 'WithdrawnDate', 'CancellationDate'] as const;

/**
 * The day on which a listing went off the market, an ISO date; null while it is on it. The expiration of one that has not
 * expired is only when its contract will end.
 */
export function endedOn(record: ListingRecord): string | null {
  const dates = END_DATES.map((field) => record[field]);
  if (record['StandardStatus'] === 'Expired') dates.push(record['ExpirationDate']);
  return dates.find((date): date is string => typeof date === 'string') ?? null;
}

/** A field's number; null where it is blank. */
export function numberIn(record: ListingRecord, field: string): number | null {
  const value = record[field];
  return typeof value === 'number' && Number.isFinite(value) ? value : null;
}

/** Since when the home has been for sale over all its listings; its own first day unless the store joined an earlier one. */
export function forSaleSinceOf({ ForSaleSince: since, OnMarketDate: own }: ListingRecord): FieldValue {
  return since ?? own;
}

/** An amount that is 0, not blank, where the listing says that there is none of it. */
export const zeroUnless =
  (yesNo: string, amount: string) =>
  (record: ListingRecord): FieldValue =>
    record[yesNo] === false && record[amount] == null ? 0 : record[amount];

/** The street as its directional, name and suffix, without the number; null when the name is blank. */
export function streetOf(record: ListingRecord): string | null {
  if (typeof record['StreetName'] !== 'string') return null;
  return [record['StreetDirPrefix'], record['StreetName'], record['StreetSuffix']]
    .filter((part): part is string => typeof part === 'string' && part !== '')
    .join(' ');
}
