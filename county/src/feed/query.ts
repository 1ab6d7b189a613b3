import { readFilter } from './filter.js';
import type { Item, Resource, Row } from './resources.js';

const MOST_A_PAGE = 1000;

/** What an OData collection answers: a page of it, how many there are in all if asked, and where it goes on. */
export interface Page {
  readonly value: readonly Row[];
  readonly count: number | null;
  readonly next: string | null;
}

/**
 * One page of a resource by OData's system query options: $filter, $select, $orderby, $top, $skip, $count, $expand=Media.
 *
 * @throws Error saying which option could not be read
 */
export function query(resource: Resource, url: URL): Page {
  const options = url.searchParams;
  for (const name of options.keys())
    if (name.startsWith('$') && !KNOWN.has(name)) throw new Error(`${name} is not an option of this feed`);
  const text = options.get('$filter');
  const filter = text ? readFilter(text) : null;
  const order = orderOf(options.get('$orderby') ?? '');
  const skip = wholeNumber(options, '$skip', 0);
  const top = wholeNumber(options, '$top', Infinity);
  const counted = options.get('$count') === 'true';
  const sorted = order.length > 0 && order.map(({ field, sign }) => (sign < 0 ? `-${field}` : field)).join() !== resource.inOrder;
  const size = Math.min(MOST_A_PAGE, top);
  const enough = sorted || counted ? Infinity : skip + size + 1;
  const items = resource.items(filter);
  const found: Item[] = [];
  // where nothing is asked of them, those before the page need not be looked at
  const first = filter || sorted || counted ? 0 : skip;
  for (let i = first; i < items.length && first + found.length < enough; i++) {
    const item = items.at(i);
    if (!filter || filter.accepts(item.read)) found.push(item);
  }
  if (sorted) found.sort((a, b) => compareBy(order, a, b));
  const select = options
    .get('$select')
    ?.split(',')
    .map((field) => field.trim());
  const withMedia = options.get('$expand') === 'Media';
  const at = skip - first;
  const value = found.slice(at, at + size).map((item) => shaped(item, select, withMedia));
  const more = at + size < found.length && size < top;
  return { value, count: counted ? found.length : null, next: more ? following(url, skip + size, top - size) : null };
}

/** One entity by its key, with $select and $expand; null when there is none. */
export function entity(resource: Resource, key: string, url: URL): Row | null {
  const one = new URL(url);
  one.searchParams.set('$filter', `${resource.key} eq '${key.replaceAll("'", "''")}'`);
  return query(resource, one).value[0] ?? null;
}

const KNOWN = new Set(['$filter', '$select', '$orderby', '$top', '$skip', '$count', '$expand']);

function following(url: URL, skip: number, left: number): string {
  const next = new URL(url);
  next.searchParams.set('$skip', String(skip));
  if (Number.isFinite(left)) next.searchParams.set('$top', String(left));
  return next.toString();
}

function wholeNumber(options: URLSearchParams, name: string, otherwise: number): number {
  const text = options.get(name);
  if (text === null) return otherwise;
  if (!/^\d+$/.test(text)) throw new Error(`${name}: “${text}” is not a whole number`);
  return Number(text);
}

function orderOf(text: string): { field: string; sign: 1 | -1 }[] {
  return text
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const match = /^\s*(\w+)(?:\s+(asc|desc))?\s*$/.exec(part);
      if (!match) throw new Error(`$orderby: “${part.trim()}” is not a field with asc or desc`);
      return { field: match[1] as string, sign: match[2] === 'desc' ? -1 : 1 };
    });
}

/** Nulls first, as OData has them when rising; numbers as numbers, the rest as text. */
function compareBy(order: readonly { field: string; sign: 1 | -1 }[], a: Item, b: Item): number {
  for (const { field, sign } of order) {
    const [x, y] = [a.read(field) ?? null, b.read(field) ?? null];
    if (x === y) continue;
    if (x === null || y === null) return x === null ? -sign : sign;
    const less = typeof x === 'number' && typeof y === 'number' ? x < y : String(x) < String(y);
    return less ? -sign : sign;
  }
  return 0;
}

function shaped(item: Item, select: readonly string[] | undefined, withMedia: boolean): Row {
  const fields = select ? Object.fromEntries(select.map((field) => [field, item.read(field) ?? null])) : item.whole();
  return withMedia && item.media ? { ...fields, Media: item.media() } : fields;
}
