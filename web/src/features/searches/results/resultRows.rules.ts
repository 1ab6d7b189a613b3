const PAGE = 100;

/** A stretch of pages, both ends included. */
export interface Pages {
  readonly first: number;
  readonly last: number;
}

/** The pages that hold the places looked at, the first and the last included. */
export function pagesAt(from: number, to: number): Pages {
  return { first: Math.floor(from / PAGE), last: Math.floor(to / PAGE) };
}

/** Those of some pages, as lists of keys, that are there and not known whole already. */
export function pagesOf(
  keys: readonly string[],
  known: ReadonlyMap<string, unknown>,
  { first, last }: Pages,
): readonly (readonly string[])[] {
  const pages: (readonly string[])[] = [];
  for (let page = first; page <= last; page++) {
    const part = keys.slice(page * PAGE, (page + 1) * PAGE);
    if (part.some((key) => !known.has(key))) pages.push(part);
  }
  return pages;
}
