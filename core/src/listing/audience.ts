import { wordsOf } from '../text/words.js';
import { AUDIENCES } from './field.js';
import type { Audience } from './field.js';
import { FIELDS } from './fields.js';
import { OTHER_FIELDS } from './otherFields.js';
import type { FieldValue, ListingRecord } from './record.js';

/** What tells where a home stands: a seller can withhold it. */
const ADDRESS = [
  'UnparsedAddress',
  'StreetNumber',
  'StreetName',
  'StreetDirPrefix',
  'StreetSuffix',
  'UnitNumber',
  'BuildingName',
  'Longitude',
  'Latitude',
  'PostalCode',
] as const;

/** All that is ever stored of a listing, and the first audience that may see each. */
const AUDIENCE_OF: ReadonlyMap<string, Audience> = new Map([
  ...FIELDS.flatMap(({ name, audience }) => (audience ? [[name, audience] as const] : [])),
  ...Object.entries(OTHER_FIELDS),
]);

function fieldsOf(audience: Audience): readonly string[] {
  const most = AUDIENCES.indexOf(audience);
  return [...AUDIENCE_OF].filter(([, first]) => AUDIENCES.indexOf(first) <= most).map(([name]) => name);
}

const FIELDS_OF: Readonly<Record<Audience, readonly string[]>> = {
  public: fieldsOf('public'),
  client: fieldsOf('client'),
  message: fieldsOf('message'),
  agent: fieldsOf('agent'),
};

declare const shownTo: unique symbol;

/** A listing as an audience may see it. Only `forAudience` makes one, so that no other can be sent by mistake. */
export type ShownTo<A extends Audience> = ListingRecord & { readonly [shownTo]: A };

/** What a seller may say no to; a flag that says anything but yes says no. */
export const SELLER_FLAGS = [
  'InternetEntireListingDisplayYN',
  'InternetAddressDisplayYN',
  'InternetAutomatedValuationDisplayYN',
  'InternetConsumerCommentYN',
] as const;

/**
 * The part of a listing's fields that an audience may see. The agent's part is also all that is ever stored:
 * offers of compensation and lock codes are in none. A seller who shows no address shows it to the agent only, and what
 * others read names neither the street nor the building.
 */
export function forAudience<A extends Audience>(record: Readonly<Record<string, unknown>>, audience: A): ShownTo<A> {
  const withheld = audience !== 'agent' && !isAllowed(record, 'InternetAddressDisplayYN');
  const fields = FIELDS_OF[audience].filter(
    (field) => record[field] !== undefined && !(withheld && (ADDRESS as readonly string[]).includes(field)),
  );
  const value = (field: string): unknown =>
    withheld && FREE_TEXTS.has(field) ? unnamed(String(record[field] ?? ''), record) : record[field];
  return Object.fromEntries(fields.map((field) => [field, value(field) as FieldValue])) as unknown as ShownTo<A>;
}

/** The fields of a feed's record that may be kept at all. */
export const STORED_FIELDS: ReadonlySet<string> = new Set(AUDIENCE_OF.keys());

/**
 * Whether a listing may be shown to an audience at all: a seller can keep it off the internet altogether, and whoever
 * shows one names its listing office.
 */
export function mayShow(record: Readonly<Record<string, unknown>>, audience: Audience): boolean {
  if (audience === 'agent') return true;
  const { ListOfficeName: office } = record;
  return isAllowed(record, 'InternetEntireListingDisplayYN') && typeof office === 'string' && office.trim() !== '';
}

/** The address as it may be shown, or where the home is when the seller withholds it. */
export function addressShown(listing: ShownTo<Audience>): string {
  const { UnparsedAddress: address, City: city } = listing;
  return typeof address === 'string' ? address : `Address withheld by the seller, ${String(city)}`;
}

/** A flag that a feed does not carry allows; one that it carries does so only by a plain yes. */
function isAllowed(record: Readonly<Record<string, unknown>>, flag: (typeof SELLER_FLAGS)[number]): boolean {
  return record[flag] === undefined || record[flag] === true;
}

/** Where a street may be named in passing. */
const FREE_TEXTS: ReadonlySet<string> = new Set([
  'PublicRemarks',
  'Inclusions',
  'Exclusions',
  'SubdivisionName',
  'LotSizeDimensions',
]);

/** A text without its sentences that name the street, the building or the postal code of a home. */
function unnamed(text: string, record: Readonly<Record<string, unknown>>): string {
  const names = [record['StreetName'], record['BuildingName'], record['UnparsedAddress'], record['PostalCode']].flatMap((name) =>
    typeof name === 'string' && name.trim() !== '' ? ` ${plainWords(name)} ` : [],
  );
  const tells = (part: string): boolean => names.some((name) => ` ${plainWords(part)} `.includes(name));
  if (!tells(text)) return text;
  return text
    .split(/(?<=[.!?;])\s+|\n+/)
    .filter((sentence) => !tells(sentence))
    .join(' ');
}

function plainWords(text: string): string {
  return wordsOf(text).join(' ');
}
