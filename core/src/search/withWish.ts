import { FIELDS } from '../listing/fields.js';
import type { FieldLine, Is, Line, Search } from './document.js';
import { isEither, linesOfMember } from './document.js';
import { withLines, withOwnIds } from './withLines.js';

/** Computed from what clients may know: they may wish by it, too. */
const COMPUTED: ReadonlySet<string> = new Set([
  'PropertySubType',
  'Baths',
  'RoomTypes',
  'RoomsByLevel',
  'BedroomsOnOneLevel',
  'LotSizeSquareFeet',
  'PricePerSquareFoot',
  'FeePerMonth',
  'MonthlyCost',
  'PricePerAcre',
  'Minutes',
]);
/** Places by their names: they give way to an area that is drawn, for no home would lie in both. */
const PLACES_BY_NAME: ReadonlySet<string> = new Set(['City', 'SubdivisionName', 'PostalCode', 'CountyOrParish']);
/** What a seller can withhold, and so nobody else finds homes by. */
const WITHHELD = /^(Unparsed|Street|Unit|Building|Postal|Latitude|Longitude)/;

const WISHED_BY: ReadonlySet<string> = new Set(
  FIELDS.flatMap(({ name, audience }) =>
    COMPUTED.has(name) || ((audience === 'public' || audience === 'client') && !WITHHELD.test(name)) ? [name] : [],
  ),
);

/** Those lines of a client's wish that it may not hold: by facts that clients do not see, or that sellers withhold. */
export function notToWishBy({ lines }: Pick<Search, 'lines'>): Line[] {
  return lines.filter((line) => fieldLines(line).some(({ field }) => !WISHED_BY.has(field)));
}

/**
 * A search as somebody wishes it: what they say of a field takes the place of its lines, and areas that they name or draw
 * come to those that it has, and take the place of places by name.
 *
 * @param widens  whether places and kinds that they name come to those asked for, as in "Wrenfield too"
 */
export function withWish(search: Search, wish: Pick<Search, 'lines' | 'bounds'>, widens: boolean): Search {
  const isDrawn = wish.bounds.some(({ mode }) => mode === 'in');
  const said = wish.lines.map((line) => (widens ? widened(line, search) : line));
  const stays = (line: Line): boolean =>
    !isDrawn || isEither(line) || !PLACES_BY_NAME.has(line.field) || said.some((each) => isOfOne(each, line));
  return {
    ...search,
    lines: withLines(search.lines.filter(stays), said, isOfOne),
    bounds: withOwnIds([...search.bounds, ...wish.bounds]),
  };
}

function fieldLines(line: Line): readonly FieldLine[] {
  return isEither(line) ? line.either.flatMap(linesOfMember) : [line];
}

/** Of one field; each journey is one by itself, and so is each either. */
function isOfOne(a: Line, b: Line): boolean {
  if (isEither(a) || isEither(b)) return false;
  return a.field === b.field && a.name === b.name;
}

/** Values asked for one beside the other: those of the search stay. */
function widened(line: Line, { lines }: Search): Line {
  if (isEither(line) || !('anyOf' in line.is)) return line;
  const before = lines.find((each): each is FieldLine => !isEither(each) && isOfOne(each, line));
  if (!before || !('anyOf' in before.is)) return line;
  const is: Is = { anyOf: [...new Set([...before.is.anyOf, ...line.is.anyOf])] };
  return { ...line, is };
}
