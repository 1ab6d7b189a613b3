import {
  appliesTo,
  daysOf,
  fieldOf,
  instantsOf,
  isEither,
  mustLines,
  ON_MARKET,
  PROPERTY_TYPES,
  STATUS_DATE_FIELD,
} from '@perambula/core';
import type { Field, FieldLine, Is, Line, PriceMove, PropertyType, Search, StatusTime, TimeContext } from '@perambula/core';

/** A search as SQL conditions over a table of listings, one for each line and the two of the bounds; written apart from the engine. */
export interface SqlSearch {
  readonly conditions: readonly string[];
  readonly where: string;
}

export const ORACLE_TABLE = `CREATE OR REPLACE TABLE oracle (
  ListingKey VARCHAR(20), PropertyType VARCHAR(40), PropertySubType VARCHAR(40), PropertySubTypeAdditional JSON, StandardStatus VARCHAR(40), ListPrice INT, PreviousListPrice INT, PriceChangeTimestamp DATETIME(3), BedroomsTotal INT,
  BathroomsFull INT, BathroomsHalf INT, LotSizeAcres DECIMAL(10,4), GarageYN BOOLEAN, GarageSpaces INT, InteriorFeatures JSON, City VARCHAR(40), WaterfrontYN BOOLEAN,
  OnMarketDate DATE, CloseDate DATE, StatusChangeTimestamp DATETIME(3), Longitude DOUBLE, Latitude DOUBLE) COLLATE utf8mb4_bin`;

/** The additional subtypes that tell that a home for sale is also of another property type. */
const SUBTYPES_OF: Readonly<Partial<Record<PropertyType, string>>> = {
  Residential: 'Townhouse',
  'Residential Income': 'Duplex',
  Land: 'Unimproved Land',
};
const ALSO = 'IFNULL(PropertySubTypeAdditional, JSON_ARRAY())';

const COLUMNS: Readonly<Record<string, string>> = {
  PropertySubType: `IF(PropertySubType IS NULL AND JSON_LENGTH(${ALSO}) = 0, NULL,
    JSON_MERGE_PRESERVE(IF(PropertySubType IS NULL, JSON_ARRAY(), JSON_ARRAY(PropertySubType)), ${ALSO}))`,
  Status: 'StandardStatus',
  Baths: '(BathroomsFull + 0.5 * IFNULL(BathroomsHalf, 0))',
  GarageSpaces: 'IF(GarageYN = 0 AND GarageSpaces IS NULL, 0, GarageSpaces)',
  InteriorFeatures: 'IF(JSON_LENGTH(InteriorFeatures) = 0, NULL, InteriorFeatures)',
};

export function sqlOf(search: Search, time: TimeContext): SqlSearch {
  const named = mustLines(search)
    .flatMap((line) => (isEither(line) ? line.either.flatMap((member) => ('all' in member ? member.all : [member])) : [line]))
    .flatMap(statusesNamed);
  const statuses = search.reach === 'all' ? '' : ` AND StandardStatus IN (${list([...ON_MARKET, ...named])})`;
  return {
    conditions: [
      ...mustLines(search).map((line) => sqlOfLine(line, time)),
      within(search, 'in'),
      `NOT (${within(search, 'out')})`,
    ],
    where: `${ofKinds(search.kinds)}${statuses}`,
  };
}

function ofKinds(kinds: readonly PropertyType[]): string {
  const also = kinds.flatMap((kind) => SUBTYPES_OF[kind] ?? []);
  return `(PropertyType IN (${list(kinds)})
    OR PropertyType <> 'Residential Lease' AND JSON_OVERLAPS(${ALSO}, JSON_ARRAY(${list(also)})))`;
}

function statusesNamed({ field, is }: FieldLine): readonly string[] {
  if (field !== 'Status') return [];
  return 'anyOf' in is ? is.anyOf : 'oneOf' in is ? is.oneOf.map(({ status }) => status) : [];
}

function sqlOfLine(line: Line, time: TimeContext): string {
  if (!isEither(line)) return sqlOfFieldLine(line, time);
  return `(${line.either.map((member) => ('all' in member ? `(${member.all.map((part) => sqlOfFieldLine(part, time)).join(' AND ')})` : sqlOfFieldLine(member, time))).join(' OR ')})`;
}

function sqlOfFieldLine(line: FieldLine, time: TimeContext): string {
  const field = fieldOf(line.field) as Field;
  const asked = sqlOfIs(line.is, field, COLUMNS[field.name] ?? field.name, time);
  const test = line.moved ? `(${asked} AND ${sqlOfMove(line.moved)})` : asked;
  const answered = line.blanks === 'pass' ? `IFNULL(${test}, TRUE)` : line.blanks === 'fail' ? `IFNULL(${test}, FALSE)` : test;
  const kinds = PROPERTY_TYPES.filter((kind) => appliesTo(field, [kind]));
  return kinds.length === PROPERTY_TYPES.length ? `(${answered})` : `IF(${ofKinds(kinds)}, ${answered}, FALSE)`;
}

/** A price before that is left blank says that the price never moved. */
function sqlOfMove({ way, percent = 0, dollars = 0 }: PriceMove): string {
  const went = { down: 'ListPrice < before', up: 'ListPrice > before', either: 'ListPrice <> before' }[way];
  const by = 'ABS(ListPrice - before)';
  return `(${went} AND ${by} >= ${dollars} AND 100 * ${by} >= ${percent} * before)`.replaceAll(
    'before',
    'IFNULL(PreviousListPrice, ListPrice)',
  );
}

function sqlOfIs(is: Is, field: Field, column: string, time: TimeContext): string {
  if ('blank' in is) return `${column} IS ${is.blank ? '' : 'NOT '}NULL`;
  if ('yes' in is) return `${column} = ${is.yes}`;
  if ('atLeast' in is) return `${column} >= ${is.atLeast}`;
  if ('atMost' in is) return `${column} <= ${is.atMost}`;
  if ('between' in is) return `${column} BETWEEN ${is.between[0]} AND ${is.between[1]}`;
  if ('equals' in is) return `${column} = ${is.equals}`;
  if ('not' in is) return `${column} <> ${is.not}`;
  if ('last' in is) return last(is.last, field, column, time);
  if ('oneOf' in is) {
    return `(${is.oneOf.map((entry) => `(${column} = '${entry.status}'${sqlOfTime(entry, time)})`).join(' OR ')})`;
  }
  if (field.type === 'choices' || field.name === 'PropertySubType') {
    if ('anyOf' in is) return `JSON_OVERLAPS(${column}, JSON_ARRAY(${list(is.anyOf)}))`;
    if ('allOf' in is) return `JSON_CONTAINS(${column}, JSON_ARRAY(${list(is.allOf)}))`;
    if ('noneOf' in is) return `NOT JSON_OVERLAPS(${column}, JSON_ARRAY(${list(is.noneOf)}))`;
  }
  if ('anyOf' in is) return `${column} IN (${list(is.anyOf)})`;
  if ('noneOf' in is) return `${column} NOT IN (${list(is.noneOf)})`;
  throw new Error(`No SQL for ${JSON.stringify(is)}`);
}

function sqlOfTime({ status, last: period, since, until }: StatusTime, time: TimeContext): string {
  const date = fieldOf(STATUS_DATE_FIELD[status]) as Field;
  if (period) return ` AND ${last(period, date, date.name, time)}`;
  if (date.type !== 'date' && (since ?? until)) throw new Error(`No SQL for days of ${date.name}`);
  return `${since ? ` AND ${date.name} >= '${since}'` : ''}${until ? ` AND ${date.name} <= '${until}'` : ''}`;
}

function last(period: string, field: Field, column: string, time: TimeContext): string {
  if (field.type === 'date') {
    const { from, to } = daysOf('last', period, time);
    return `${column} BETWEEN DATE '1970-01-01' + INTERVAL ${from} DAY AND DATE '1970-01-01' + INTERVAL ${to} DAY`;
  }
  const { from, to } = instantsOf('last', period, time);
  return `${column} BETWEEN '${new Date(from).toISOString().slice(0, 23).replace('T', ' ')}' AND '${new Date(to).toISOString().slice(0, 23).replace('T', ' ')}'`;
}

/** Bounds here are boxes along the axes. */
function within(search: Search, mode: 'in' | 'out'): string {
  const boxes = search.bounds
    .filter((bound) => bound.mode === mode)
    .map(({ shape }) => {
      const corners = shape.type === 'Polygon' ? shape.coordinates.flat() : [];
      const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
      return `(Longitude BETWEEN ${Math.min(...xs)} AND ${Math.max(...xs)} AND Latitude BETWEEN ${Math.min(...ys)} AND ${Math.max(...ys)})`;
    });
  return boxes.length === 0 ? String(mode === 'in').toUpperCase() : `IF(Longitude IS NULL, NULL, ${boxes.join(' OR ')})`;
}

function list(values: readonly string[]): string {
  return values.map((value) => `'${value.replaceAll("'", "''")}'`).join(', ');
}
