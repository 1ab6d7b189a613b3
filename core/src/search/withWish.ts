import { FIELDS } from '../listing/fields.js';
import { differencesOf } from './difference.js';
import type { Difference } from './difference.js';
import type { Bound, FieldLine, Is, Line, Search } from './document.js';
import { isEither, linesOfMember } from './document.js';

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
 * come to those that it has.
 *
 * @param widens  whether places and kinds that they name come to those asked for, as in "Wrenfield too"
 */
export function withWish(search: Search, wish: Pick<Search, 'lines' | 'bounds'>, widens: boolean): Search {
  const lines = wish.lines.map((line) => (widens ? widened(line, search) : line));
  const isSaid = (line: Line): boolean => !isEither(line) && wish.lines.some((each) => isOfOne(each, line));
  const taken = new Set([...search.lines, ...search.bounds].map(({ id }) => id));
  const own = <T extends { readonly id: string }>(item: T): T => {
    let n = 1;
    while (taken.has(`wish${n}`)) n++;
    taken.add(`wish${n}`);
    return { ...item, id: `wish${n}` };
  };
  return {
    ...search,
    // a line keeps its place in the search
    lines: [
      ...search.lines.flatMap((line) => {
        if (!isSaid(line)) return [line];
        const first = search.lines.find((each) => isOfOne(each, line)) === line;
        return first
          ? lines.filter((each) => isOfOne(each, line)).map((each, i) => (i === 0 ? { ...each, id: line.id } : own(each)))
          : [];
      }),
      ...lines.filter((line) => !search.lines.some((each) => isOfOne(each, line))).map(own),
    ],
    bounds: [...search.bounds, ...wish.bounds.map((bound): Bound => own(bound))],
  };
}

/** What a wish changes of a search, in phrases. */
export function changesOfWish(search: Search, wish: Pick<Search, 'lines' | 'bounds'>, widens: boolean): Difference[] {
  return differencesOf(search, withWish(search, wish, widens));
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
