import { EMPTY_SEARCH, isEither } from '../search/document.js';
import type { Search } from '../search/document.js';
import { notToWishBy } from '../search/withWish.js';
import { labelOf, phraseOf } from '../search/phrase.js';
import type { TimeContext } from '../time/period.js';
import type { Gazetteer } from './matcher.js';
import { readSpoken } from './readSpoken.js';

/** A client's wish as it was understood. */
export interface SpokenWish {
  readonly wish: Pick<Search, 'lines' | 'bounds'>;
  /** Whether what they name comes to what their search asks for: "Wrenfield too". */
  readonly widens: boolean;
  /** Words that nothing was made of. */
  readonly unread: readonly string[];
}

const MORE = /\b(?:too|also|as well|additionally)\b/gi;

/** Reads what a client would change of their search, in their words; by what clients may not search stays unread. */
export function readWish(typed: string, gazetteer: Gazetteer, time: TimeContext): SpokenWish {
  const widens = typed.search(MORE) >= 0;
  const { search, unread } = readSpoken(typed.replace(MORE, ' '), { ...EMPTY_SEARCH, kinds: [] }, gazetteer, time);
  const { kinds, lines, bounds } = search;
  const refused = notToWishBy(search);
  const others = kinds.filter((kind) => kind !== 'Residential');
  return {
    wish: { lines: lines.filter((line) => !refused.includes(line)), bounds },
    widens,
    unread: [...unread, ...others, ...refused.map((line) => (isEither(line) ? phraseOf(line) : labelOf(line)))],
  };
}
