/** One field's value: RESO look-ups are strings, multi-value look-ups string lists, dates ISO 8601 strings. */
export type FieldValue = string | number | boolean | readonly string[] | null | undefined;

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
