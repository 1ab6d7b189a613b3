import { fieldOf } from '../listing/fields.js';
import { PROPERTY_TYPES } from '../listing/kinds.js';
import { COST_BOUNDS } from '../listing/monthlyCost.js';
import type { CostAssumptions } from '../listing/monthlyCost.js';
import type { Field } from '../listing/field.js';
import type { Travel } from '../roads/travel.js';
import { linesOfMember } from './document.js';
import type { Bound, EitherMember, FieldLine, Line, Order, Search } from './document.js';
import { moveAt, PRICE_MOVED } from './priceMove.js';
import type { PriceMove } from './priceMove.js';
import { listAt, numberAt, objectAt, quoted, SearchProblem, textAt, wordAt } from './problem.js';
import { readIs } from './readIs.js';
import { MOST_CORNERS, readShape } from './readShape.js';
import { hasTravel, readTravel, TRAVEL_KEYS } from './readTravel.js';

const MOST_LINES = 100;
const MOST_BOUNDS = 50;

/**
 * The one reader of search documents, for server, web and files.
 *
 * @param value  anything, as it came from JSON
 * @returns the search, holding nothing but known keys
 * @throws SearchProblem at the first thing that is wrong, with its path and a sentence for people
 */
export function readSearch(value: unknown): Search {
  const document = objectAt(value, '', ['version', 'kinds', 'lines', 'bounds', 'order', 'reach']);
  if (document['version'] !== 1) {
    throw new SearchProblem('version', `version is 1, not ${quoted(document['version'])}.`);
  }
  const kinds = listAt(document['kinds'], 'kinds', PROPERTY_TYPES.length).map((kind, i) =>
    wordAt(kind, `kinds[${i}]`, PROPERTY_TYPES),
  );
  if (kinds.length === 0) throw new SearchProblem('kinds', 'A search needs at least one kind of property.');
  const lines = listAt(document['lines'] ?? [], 'lines', MOST_LINES).map((line, i) => readLine(line, `lines[${i}]`));
  const bounds = listAt(document['bounds'] ?? [], 'bounds', MOST_BOUNDS).map((bound, i) => readBound(bound, `bounds[${i}]`));
  guardSizes(lines, bounds);
  guardIds(lines, bounds);
  const order = listAt(document['order'] ?? [], 'order', 10).map((entry, i) => readOrder(entry, `order[${i}]`));
  if (document['reach'] !== undefined) wordAt(document['reach'], 'reach', ['all']);
  return {
    version: 1,
    kinds: [...new Set(kinds)],
    lines,
    bounds,
    order,
    ...(document['reach'] ? { reach: 'all' as const } : {}),
  };
}

/** One line from outside, as it stands in a document at `path`. */
export function readLine(value: unknown, path: string): Line {
  if (typeof value === 'object' && value !== null && 'either' in value) {
    const line = objectAt(value, path, ['id', 'either', 'weight', 'name']);
    const members = listAt(line['either'], `${path}.either`, MOST_LINES);
    if (members.length === 0) throw new SearchProblem(`${path}.either`, 'Either/or needs at least one line.');
    return {
      id: textAt(line['id'], `${path}.id`, 60),
      either: members.map((member, i) => readMember(member, `${path}.either[${i}]`)),
      ...readWeightAndName(line, path),
    };
  }
  return readFieldLine(value, path);
}

function readMember(value: unknown, path: string): EitherMember {
  if (typeof value === 'object' && value !== null && 'all' in value) {
    const { all } = objectAt(value, path, ['all']);
    const lines = listAt(all, `${path}.all`, MOST_LINES).map((line, i) => readFieldLine(line, `${path}.all[${i}]`));
    if (lines.length === 0) throw new SearchProblem(`${path}.all`, 'A group needs at least one line.');
    return { all: lines };
  }
  return readFieldLine(value, path);
}

function readFieldLine(value: unknown, path: string): FieldLine {
  const line = objectAt(value, path, ['id', 'field', 'is', 'assuming', 'moved', 'blanks', 'weight', 'name', ...TRAVEL_KEYS]);
  const field = readField(line['field'], `${path}.field`);
  const blanks = line['blanks'];
  return {
    id: textAt(line['id'], `${path}.id`, 60),
    field: field.name,
    is: readIs(line['is'], field, `${path}.is`),
    ...(line['assuming'] === undefined ? {} : { assuming: readAssuming(line['assuming'], field, `${path}.assuming`) }),
    ...(line['moved'] === undefined ? {} : { moved: readMoved(line['moved'], field, `${path}.moved`) }),
    ...travelFor(field, line, path),
    ...(blanks === undefined ? {} : { blanks: wordAt(blanks, `${path}.blanks`, ['unknown', 'pass', 'fail']) }),
    ...readWeightAndName(line, path),
  };
}

/** The journey of a field that is one; any other has none. */
function travelFor(field: Field, holder: Record<string, unknown>, path: string): Partial<Travel> {
  if (field.name === 'Minutes') return readTravel(holder, path);
  if (hasTravel(holder))
    throw new SearchProblem(path, `${field.label} is no journey; only Minutes go to a place or come from one.`);
  return {};
}

function readAssuming(value: unknown, field: Field, path: string): CostAssumptions {
  if (field.name !== 'MonthlyCost')
    throw new SearchProblem(path, `${field.label} assumes nothing; only what a home costs a month does.`);
  const assuming = objectAt(value, path, Object.keys(COST_BOUNDS));
  const read = (name: keyof CostAssumptions): number => {
    const number = numberAt(assuming[name], `${path}.${name}`);
    const [least, most] = COST_BOUNDS[name];
    if (number < least || number > most) throw new SearchProblem(`${path}.${name}`, `${name} lies between ${least} and ${most}.`);
    return number;
  };
  return {
    downPercent: read('downPercent'),
    ratePercent: read('ratePercent'),
    years: read('years'),
    insurancePercent: read('insurancePercent'),
  };
}

function readMoved(value: unknown, field: Field, path: string): PriceMove {
  if (field.name !== PRICE_MOVED)
    throw new SearchProblem(path, `${field.label} does not go up or down; only when the price moved does.`);
  return moveAt(value, path);
}

function readWeightAndName(line: Record<string, unknown>, path: string): { weight?: 'must' | 'nice'; name?: string } {
  const { weight, name } = line;
  return {
    ...(weight === undefined ? {} : { weight: wordAt(weight, `${path}.weight`, ['must', 'nice']) }),
    ...(name === undefined ? {} : { name: textAt(name, `${path}.name`, 120) }),
  };
}

function readBound(value: unknown, path: string): Bound {
  const bound = objectAt(value, path, ['id', 'mode', 'shape', 'name', 'keptId']);
  return {
    id: textAt(bound['id'], `${path}.id`, 60),
    mode: wordAt(bound['mode'], `${path}.mode`, ['in', 'out']),
    shape: readShape(bound['shape'], `${path}.shape`),
    ...(bound['name'] === undefined ? {} : { name: textAt(bound['name'], `${path}.name`, 120) }),
    ...(bound['keptId'] === undefined ? {} : { keptId: textAt(bound['keptId'], `${path}.keptId`, 36) }),
  };
}

function readOrder(value: unknown, path: string): Order {
  const order = objectAt(value, path, ['field', 'direction', 'name', ...TRAVEL_KEYS]);
  const field = readField(order['field'], `${path}.field`);
  return {
    field: field.name,
    ...travelFor(field, order, path),
    ...(order['name'] === undefined ? {} : { name: textAt(order['name'], `${path}.name`, 120) }),
    direction: wordAt(order['direction'] ?? 'asc', `${path}.direction`, ['asc', 'desc']),
  };
}

function readField(value: unknown, path: string): Field {
  const name = textAt(value, path, 80);
  const field = fieldOf(name);
  if (!field) throw new SearchProblem(path, `There is no field ${quoted(name)}.`);
  return field;
}

function guardSizes(lines: readonly Line[], bounds: readonly Bound[]): void {
  const count = lines.reduce((n, line) => n + ('either' in line ? line.either.flatMap(linesOfMember).length : 1), 0);
  if (count > MOST_LINES) throw new SearchProblem('lines', `A search has at most ${MOST_LINES} lines; here are ${count}.`);
  const corners = bounds.flatMap(({ shape }) =>
    shape.type === 'Circle' || shape.type === 'TravelTime' ? [] : shape.coordinates.flat(shape.type === 'Polygon' ? 1 : 2),
  ).length;
  if (corners > MOST_CORNERS) {
    throw new SearchProblem('bounds', `The bounds have ${corners} corners in all; at most ${MOST_CORNERS} are taken.`);
  }
}

function guardIds(lines: readonly Line[], bounds: readonly Bound[]): void {
  const seen = new Set<string>();
  const guard = (id: string, path: string): void => {
    if (seen.has(id)) throw new SearchProblem(path, `The id ${quoted(id)} stands twice; every line and bound needs its own.`);
    seen.add(id);
  };
  lines.forEach((line, i) => {
    guard(line.id, `lines[${i}].id`);
    if ('either' in line) {
      line.either.flatMap(linesOfMember).forEach((member) => guard(member.id, `lines[${i}].either`));
    }
  });
  bounds.forEach((bound, i) => guard(bound.id, `bounds[${i}].id`));
}
