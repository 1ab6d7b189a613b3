import { distance } from 'fastest-levenshtein';
import { spaced, stemOf, wordsOf } from '../text/words.js';
import type { Field } from './field.js';
import { appliesTo, FIELDS } from './fields.js';
import type { PropertyType } from './kinds.js';

/** How well a field's words answer what is sought; the lowest is best. */
const EXACT = 0;
const SYNONYM = 1;
const BEGINS = 2;
const BEGINS_WORD = 3;
/** One of its values: a field that is called so comes before one that has such a value. */
const VALUE = 4;
const SYNONYM_BEGINS = 5;
const ALL_WORDS = 6;
const MISTYPED = 7;
const MEANING = 9;
const NO_ANSWER = Infinity;

/**
 * The fields that answer what a person types, best first: by name, by another word for it, with a letter or two wrong,
 * or by what its help says. Nothing typed gives all of them. Fields that none of the kinds has come last.
 */
export function findFields(typed: string, kinds: readonly PropertyType[]): Field[] {
  const sought = wordsOf(typed);
  const ranked = FIELDS.map((field, place) => ({
    field,
    place,
    rank: sought.length === 0 ? EXACT : rankOf(field, sought),
    away: appliesTo(field, kinds) ? 0 : 1,
  })).filter(({ rank }) => rank < NO_ANSWER);
  // what is only near or meant would bury what is named
  const named = ranked.some(({ rank }) => rank < MISTYPED);
  return ranked
    .filter(({ rank }) => !named || rank < MISTYPED)
    .sort((a, b) => a.away - b.away || a.rank - b.rank || a.place - b.place)
    .map(({ field }) => field);
}

/** Whether a field is called just that: its label, or its name. */
export function isCalled(field: Field, typed: string): boolean {
  return (KNOWN.get(field) as Known).names.includes(wordsOf(typed).join(' '));
}

interface Known {
  /** Its label and name, other words for it, and its values, each as one text of plain words. */
  readonly names: readonly string[];
  readonly others: readonly string[];
  readonly values: readonly string[];
  /** All words of these, and the stems of them and of its help. */
  readonly words: readonly string[];
  readonly meant: ReadonlySet<string>;
}

const KNOWN: ReadonlyMap<Field, Known> = new Map(
  FIELDS.map((field) => {
    const { name, label, choices = [], synonyms = [], help } = field;
    const plain = (texts: readonly string[]): string[] => texts.map((text) => wordsOf(text).join(' '));
    const names = plain([label, name, spaced(name)]);
    const [others, values] = [plain(synonyms), plain(choices)];
    const words = [...new Set([...names, ...others, ...values].flatMap((text) => text.split(' ')))];
    return [field, { names, others, values, words, meant: new Set([...words, ...wordsOf(help)].map(stemOf)) }];
  }),
);

function rankOf(field: Field, sought: readonly string[]): number {
  const { names, others, values, words, meant } = KNOWN.get(field) as Known;
  const text = sought.join(' ');
  if (names.includes(text)) return EXACT;
  if (others.includes(text)) return SYNONYM;
  if (names.some((each) => each.startsWith(text))) return BEGINS;
  if (names.some((each) => each.includes(` ${text}`))) return BEGINS_WORD;
  if (values.includes(text)) return VALUE;
  if ([...others, ...values].some((each) => each.startsWith(text) || each.includes(` ${text}`))) return SYNONYM_BEGINS;
  if (sought.every((word) => words.some((each) => each.startsWith(word)))) return ALL_WORDS;
  const wrong = sought.map((word) => words.reduce((least, each) => Math.min(least, mistakes(word, each)), NO_ANSWER));
  if (wrong.every((count) => count < NO_ANSWER)) return MISTYPED + Math.min(1, wrong.reduce((a, b) => a + b, 0) / 10);
  return sought.every((word) => meant.has(stemOf(word))) ? MEANING : NO_ANSWER;
}

/** Letters that differ between what was typed and a word's beginning; more than a word of its length may have is no answer. */
function mistakes(typed: string, word: string): number {
  const most = typed.length < 4 ? 0 : typed.length < 8 ? 1 : 2;
  const counts = [word, word.slice(0, typed.length), word.slice(0, typed.length + 1), word.slice(0, typed.length - 1)].map(
    (each) => (isSwapped(typed, each) ? 1 : distance(typed, each)),
  );
  const least = Math.min(...counts);
  return least <= most ? least : NO_ANSWER;
}

/** Whether two neighboring letters changed places, which is one mistake and not two. */
function isSwapped(typed: string, word: string): boolean {
  if (typed.length !== word.length) return false;
  const at = [...typed].findIndex((letter, i) => letter !== word[i]);
  return at >= 0 && typed[at] === word[at + 1] && typed[at + 1] === word[at] && typed.slice(at + 2) === word.slice(at + 2);
}
