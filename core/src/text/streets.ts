import { wordsOf } from './words.js';

/** Street suffixes and their usual abbreviations (USPS Publication 28, appendix C1; from memory, the common ones). */
const SUFFIXES: Readonly<Record<string, string>> = {
  st: 'street',
  str: 'street',
  ave: 'avenue',
  av: 'avenue',
  rd: 'road',
  ln: 'lane',
  dr: 'drive',
  ct: 'court',
  pl: 'place',
  ter: 'terrace',
  terr: 'terrace',
  cir: 'circle',
  blvd: 'boulevard',
  hwy: 'highway',
  pkwy: 'parkway',
  sq: 'square',
  trl: 'trail',
  wy: 'way',
  aly: 'alley',
  xing: 'crossing',
  cv: 'cove',
  lndg: 'landing',
  pt: 'point',
  hl: 'hill',
  hts: 'heights',
  rdg: 'ridge',
  brg: 'bridge',
  rte: 'route',
  sr: 'state route',
  tpke: 'turnpike',
};

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
      return SUFFIXES[word] ?? DIRECTIONS[word] ?? word;
    })
    .join(' ');
}

/** Whether two spellings name one street; a suffix left out of the first agrees with any. */
export function isSameStreet(asked: string, street: string): boolean {
  const [a, b] = [streetKey(asked), streetKey(street)];
  return a !== '' && (a === b || (b.startsWith(`${a} `) && b.split(' ').length === a.split(' ').length + 1));
}
