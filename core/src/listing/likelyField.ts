import { spaced, wordsOf } from '../text/words.js';
import { FIELDS } from './fields.js';
import { isCalled } from './findFields.js';
import { isStandard, LOOKUP_FIELDS } from './spelling.js';
import { holderOf } from './storedValue.js';

const FEWEST_VALUES = 3;
const MOST_UNLIKE = 0.2;

/**
 * The stored field that somebody's heading probably means, by what it is called or else by what stands under it: a look-up's
 * standard values. Null where neither tells.
 *
 * @param heading  as it stands there: `AskingPrice`, `asking_price`
 * @param values  some of those under it, blanks left out
 * @param isFree  whether a field may be meant at all
 */
export function likelyField(heading: string, values: readonly unknown[], isFree: (field: string) => boolean): string | null {
  const words = spaced(heading).replaceAll('_', ' ');
  const holds = (field: string): boolean => values.every((value) => holderOf(field)(value) !== undefined);
  const called = FIELDS.filter(({ name, derive }) => !derive && isFree(name));
  const text = wordsOf(words).join(' ');
  const byName =
    called.find((field) => isCalled(field, words) && holds(field.name)) ??
    called.find(({ name, synonyms = [] }) => synonyms.some((each) => wordsOf(each).join(' ') === text) && holds(name));
  if (byName) return byName.name;
  // a list may come with commas between
  const texts = values.flatMap((value) => (Array.isArray(value) ? (value as unknown[]).map(String) : String(value).split(',')));
  if (texts.length < FEWEST_VALUES) return null;
  const shares = LOOKUP_FIELDS.filter(isFree).map((field) => ({
    field,
    unlike: texts.filter((each) => !isStandard(field, each)).length / texts.length,
  }));
  const best = shares.reduce((a, b) => (b.unlike < a.unlike ? b : a), { field: '', unlike: 1 });
  return best.unlike <= MOST_UNLIKE ? best.field : null;
}
