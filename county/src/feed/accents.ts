import type { Market } from '../market.js';
import { LOOKUPS, propertyFields } from './metadata.js';
import { itemsOf, plainItem } from './resources.js';
import type { Item, Resource, Row } from './resources.js';

/** How a feed can write the same listings. */
export const ACCENTS = ['odata', 'enumerations', 'lookups', 'careless'] as const;
export type Accent = (typeof ACCENTS)[number];

/** What the careless feed calls some fields. */
export const CARELESS_NAMES: Readonly<Record<string, string>> = {
  ListPrice: 'AskingPrice',
  BedroomsTotal: 'Bedrooms',
  StandardStatus: 'Stat',
  Flooring: 'Floors',
};

/** The resources as a feed with an accent has them. */
export function accented(
  resources: Readonly<Record<string, Resource>>,
  accent: Accent,
  market: Market,
): Readonly<Record<string, Resource>> {
  if (accent === 'odata') return resources;
  const { Property: property, Media: media, ...others } = resources;
  const named = accent === 'careless' ? CARELESS_NAMES : {};
  const ours = new Map(Object.entries(named).map(([field, name]) => [name, field]));
  const spoken = (item: Item): Item => ({
    ...item,
    read: (name) => written(ours.get(name) ?? name, item.read(ours.get(name) ?? name), accent),
    whole: () => recordOf(item.whole(), named, accent),
  });
  return {
    ...others,
    // the careless feed has pictures within its listings only
    ...(media && accent !== 'careless' ? { Media: media } : {}),
    ...(property
      ? {
          Property: {
            ...property,
            items(filter) {
              const items = property.items(filter);
              return { length: items.length, at: (i) => spoken(items.at(i)) };
            },
          },
        }
      : {}),
    ...(accent === 'lookups' ? { Lookup: lookupsOf(market) } : {}),
  };
}

/** The values that listings have of each field of look-ups. */
export function valuesOf(market: Market): ReadonlyMap<string, ReadonlySet<string>> {
  const values = new Map([...LOOKUPS].map((field) => [field, new Set<string>()]));
  for (const entry of market.entries()) {
    const record = market.record(entry);
    for (const [field, known] of values) for (const value of [record[field] ?? []].flat()) known.add(String(value));
  }
  return values;
}

/** A value as a member of an enumeration: "Active Under Contract" is `ActiveUnderContract`. */
export function memberOf(value: string): string {
  return value
    .split(/[^A-Za-z0-9]+/)
    .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
    .join('');
}

function recordOf(record: Row, named: Readonly<Record<string, string>>, accent: Accent): Row {
  return Object.fromEntries(
    Object.entries(record).flatMap(([field, value]) => {
      const spoken = written(field, value, accent);
      // the careless feed leaves out what it does not know
      return spoken == null && accent === 'careless' ? [] : [[named[field] ?? field, spoken]];
    }),
  );
}

function written(field: string, value: unknown, accent: Accent): unknown {
  if (value == null) return value;
  if (accent === 'careless') return carelessly(field, value);
  if (!LOOKUPS.has(field)) return value;
  if (accent === 'lookups') return Array.isArray(value) ? value.map((each) => localName(String(each))) : localName(String(value));
  return Array.isArray(value) ? value.map((each) => memberOf(String(each))).join(',') : memberOf(String(value));
}

const TYPES = propertyFields();

function carelessly(field: string, value: unknown): unknown {
  const type = TYPES.get(field);
  if (typeof value === 'number') return field === 'ListPrice' ? value.toLocaleString('en-US') : String(value);
  if (typeof value === 'boolean') return value ? 'Y' : 'N';
  if (type === 'Date') return `${String(value)}T00:00:00Z`;
  return type === 'Strings' ? (value as string[]).join(', ') : value;
}

/** What the feed with look-ups of its own calls a value. */
function localName(value: string): string {
  return `Ostrey: ${value}`;
}

function lookupsOf(market: Market): Resource {
  let rows: Row[] | null = null;
  return {
    key: 'LookupKey',
    inOrder: '',
    items: () => {
      rows ??= [...valuesOf(market)].flatMap(([field, values]) =>
        [...values].map((value) => ({
          LookupKey: `${field}-${memberOf(value)}`,
          LookupName: field,
          LookupValue: localName(value),
          StandardLookupValue: value,
          LegacyODataValue: memberOf(value),
        })),
      );
      return itemsOf(rows, plainItem);
    },
  };
}
