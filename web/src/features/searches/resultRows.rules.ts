const PAGE = 100;

/**
 * The pages, as lists of keys, that hold the places looked at and are not known whole already.
 *
 * @param seen  the first and last place looked at, both included
 */
export function pagesOf(
  keys: readonly string[],
  known: ReadonlyMap<string, unknown>,
  { from, to }: { readonly from: number; readonly to: number },
): readonly (readonly string[])[] {
  const pages: (readonly string[])[] = [];
  for (let page = Math.floor(from / PAGE); page * PAGE <= to; page++) {
    const part = keys.slice(page * PAGE, (page + 1) * PAGE);
    if (part.some((key) => !known.has(key))) pages.push(part);
  }
  return pages;
}
