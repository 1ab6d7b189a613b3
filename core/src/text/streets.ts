import STREET_TYPES from 'street-types';
import { wordsOf } from './words.js';

/** What the published list leaves out, as addresses write it. */
const ALSO: Readonly<Record<string, string>> = { str: 'street', rte: 'route', sr: 'state route', wy: 'way' };

/** Every spelling of a street suffix by USPS Publication 28, appendix C1, and one word for it; suffixes that share a spelling are one. */
const SUFFIXES: ReadonlyMap<string, string> = suffixes();

function suffixes(): Map<string, string> {
  const words = new Map(Object.entries(ALSO));
  for (const { suffix, abbrs, standardAbbr } of STREET_TYPES) {
    const spellings = [suffix, standardAbbr, ...abbrs].map((spelling) => spelling.trim().toLowerCase());
    const word = spellings.map((spelling) => words.get(spelling)).find((known) => known !== undefined) ?? suffix.toLowerCase();
    for (const spelling of spellings) words.set(spelling, word);
  }
  return words;
}

const DIRECTIONS: Readonly<Record<string, string>> = {
  n: 'north',
  s: 'south',
  e: 'east',
  w: 'west',
  ne: 'northeast',
  nw: 'northwest',
  se: 'southeast',
  sw: 'southwest',
};

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];

/** One spelling for a street's name: suffix, direction and ordinals written out, so that "1st St" is "first street". */
export function streetKey(street: string): string {
  return wordsOf(street)
    .map((word) => {
      const ordinal = /^(\d+)(st|nd|rd|th)$/.exec(word);
      if (ordinal) return ORDINALS[Number(ordinal[1]) - 1] ?? ordinal[1];
      return SUFFIXES.get(word) ?? DIRECTIONS[word] ?? word;
    })
    .join(' ');
}

/** Whether two spellings name one street; a suffix left out of the first agrees with any. */
export function isSameStreet(asked: string, street: string): boolean {
  const [a, b] = [streetKey(asked), streetKey(street)];
  return a !== '' && (a === b || (b.startsWith(`${a} `) && b.split(' ').length === a.split(' ').length + 1));
}
