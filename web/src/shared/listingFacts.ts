import { appliesTo, FIELD_GROUPS, FIELDS, kindsOf, valueOf } from '@perambula/core';
import type { Field, ListingRecord } from '@perambula/core';
import { fieldText } from './fieldText.js';

export interface Fact {
  readonly field: Field;
  readonly text: string;
  readonly unit: string | null;
}

export interface FactGroup {
  readonly name: string;
  readonly facts: readonly Fact[];
  /** Labels of what the listing leaves blank, though a home of its kind can have it. */
  readonly blank: readonly string[];
}

/** What the page says elsewhere, or nobody needs to read. */
const SAID_ELSEWHERE: ReadonlySet<string> = new Set([
  'ListPrice',
  'PreviousListPrice',
  'OriginalListPrice',
  'PriceCut',
  'PriceCutInAll',
  'PublicRemarks',
  'PrivateRemarks',
  'ShowingInstructions',
  'UnparsedAddress',
  'RoomTypes',
  'RoomsByLevel',
  'StreetName',
  'StreetNumber',
  'StreetSuffix',
  'ListAgentMobilePhone',
  'ListOfficePhone',
]);
/** Blank in most listings, and no sign of anything: dates and prices of what has not happened. */
const NOT_YET: ReadonlySet<string> = new Set([
  'ClosePrice',
  'CloseDate',
  'PurchaseContractDate',
  'WithdrawnDate',
  'CancellationDate',
  'ExpirationDate',
  'OffMarketDate',
  'ContingentDate',
  'Contingency',
  'PriceChangeTimestamp',
  'SaleToList',
  'DaysToContract',
  'NextOpenHouse',
  'BuyerFinancing',
  'ActivationDate',
  'UnitNumber',
]);

/** All that a listing says, by the catalogue's groups and in its order: a field more in the catalogue stands here by itself. */
export function factsOf(listing: ListingRecord): FactGroup[] {
  const kinds = kindsOf(listing);
  const told = FIELDS.filter((field) => !field.ofLine && !SAID_ELSEWHERE.has(field.name) && appliesTo(field, kinds));
  return FIELD_GROUPS.flatMap((name) => {
    const facts: Fact[] = [];
    const blank: string[] = [];
    for (const field of told.filter(({ group }) => group === name)) {
      const text = fieldText(field, valueOf(field, listing));
      if (text !== null) facts.push({ field, text, unit: unitOf(field, text) });
      else if (!NOT_YET.has(field.name)) blank.push(field.label);
    }
    return facts.length > 0 || blank.length > 0 ? [{ name, facts, blank }] : [];
  });
}

/** "sq ft"; of one thing its singular: "1 space". */
function unitOf({ unit }: Field, text: string): string | null {
  return (text === '1' ? unit?.replace(/s$/, '') : unit) ?? null;
}
