import { fieldOf } from '../listing/fields.js';
import type { Bound, FieldLine, Is, Line, Scalar, Search } from '../search/document.js';
import { EMPTY_SEARCH, isEither } from '../search/document.js';
import { withLines, withOwnIds } from '../search/withLines.js';
import { travelOf } from '../roads/travel.js';
import { readSpoken } from '../spoken/readSpoken.js';
import type { Gazetteer } from '../spoken/matcher.js';
import type { TimeContext } from '../time/period.js';

/** What a household is asked: what a home must have, what would be nice, by when, how it is paid, which places matter. */
export const QUESTIONS = ['must', 'nice', 'by', 'paid', 'place'] as const;
export type Question = (typeof QUESTIONS)[number];

/** One answer, in somebody's words; `line` is what it asks of a home where it was not only said in words. */
export interface Need {
  readonly id: string;
  readonly question: Question;
  readonly words: string;
  readonly line: Line | null;
}

/** What an answer asks of a home, and the words of it that ask nothing that a listing tells. */
export interface ReadNeed<N extends Need = Need> {
  readonly need: N;
  readonly kinds: Search['kinds'] | null;
  readonly lines: readonly Line[];
  readonly bounds: readonly Bound[];
  readonly noted: readonly string[];
}

/** Two answers that no home can meet together. */
export interface Clash {
  readonly field: string;
  readonly between: readonly [Need, Need];
}

export interface SearchOfNeeds<N extends Need = Need> {
  readonly search: Search;
  readonly read: readonly ReadNeed<N>[];
  readonly clashes: readonly Clash[];
}

/** Reads one answer by itself. Only what a home must or should have is read from words; the rest of them are notes. */
export function readNeed<N extends Need>(need: N, gazetteer: Gazetteer, time: TimeContext): ReadNeed<N> {
  const { question, words, line } = need;
  const noted = words.trim() === '' ? [] : [words.trim()];
  if (line) return { need, kinds: null, lines: [line], bounds: [], noted };
  if (question !== 'must' && question !== 'nice') return { need, kinds: null, lines: [], bounds: [], noted };
  const { search, understood, unread } = readSpoken(words, { ...EMPTY_SEARCH, kinds: [] }, gazetteer, time);
  if (understood === 0) return { need, kinds: null, lines: [], bounds: [], noted };
  const nice = question === 'nice';
  // an area only orders nothing: one that would be nice stays a note
  return {
    need,
    kinds: !nice && search.kinds.length > 0 ? search.kinds : null,
    lines: nice ? search.lines.map((each) => ({ ...each, weight: 'nice' as const })) : search.lines,
    bounds: nice ? [] : search.bounds,
    noted: nice && search.bounds.length > 0 ? noted : unread,
  };
}

/**
 * The search that a household's answers make. What several ask of one field is one line where a home can meet them all (the
 * stricter holds); where none can, both stand and are named as a clash.
 *
 * @param from  what the search begins with; its lines give way to answers on the same field
 */
export function searchOfNeeds<N extends Need>(
  needs: readonly N[],
  from: Search,
  gazetteer: Gazetteer,
  time: TimeContext,
): SearchOfNeeds<N> {
  const read = needs.map((need) => readNeed(need, gazetteer, time));
  const asked: { line: Line; need: Need }[] = [];
  const clashes: Clash[] = [];
  for (const { need, lines } of read)
    for (const line of lines) {
      const same = asked.find((each) => isOfOneThing(each.line, line));
      if (!same || isEither(line) || isEither(same.line)) {
        if (!asked.some((each) => sameLine(each.line, line))) asked.push({ line, need });
        continue;
      }
      const both = together(same.line, line);
      if (both === 'apart') asked.push({ line, need });
      else if (both) same.line = { ...same.line, is: both };
      else {
        asked.push({ line, need });
        if (line.weight !== 'nice') clashes.push({ field: line.field, between: [same.need, need] });
      }
    }
  const kinds = [...new Set(read.flatMap(({ kinds: each }) => each ?? []))];
  const bounds = [...from.bounds, ...read.flatMap(({ bounds: each }) => each)];
  const search = {
    ...from,
    kinds: kinds.length > 0 ? kinds : from.kinds,
    lines: withLines(
      from.lines,
      asked.map(({ line }) => line),
      isOfOneThing,
    ),
    bounds: withOwnIds(bounds.filter((bound, i) => bounds.findIndex((each) => sameBound(each, bound)) === i)),
  };
  return { search, read, clashes };
}

/** Which answers speak of what a line is about, each with what it asks of it. */
export function needsBehind<N extends Need>(
  line: Line,
  read: readonly ReadNeed<N>[],
): { readonly need: N; readonly line: Line }[] {
  return read.flatMap(({ need, lines }) =>
    lines.flatMap((each) => (isOfOneThing(each, line) || sameLine(each, line) ? [{ need, line: each }] : [])),
  );
}

/** Lines of one field, of one weight, and of one journey where they are about one; of two either lines no one can tell. */
function isOfOneThing(a: Line, b: Line): boolean {
  if (isEither(a) || isEither(b)) return false;
  const isOwn = ({ moved, is }: FieldLine): boolean => moved !== undefined || 'words' in is || 'sameStreet' in is;
  return (
    a.field === b.field &&
    (a.weight === 'nice') === (b.weight === 'nice') &&
    JSON.stringify(travelOf(a)) === JSON.stringify(travelOf(b)) &&
    !isOwn(a) &&
    !isOwn(b)
  );
}

const sameLine = (a: Line, b: Line): boolean => JSON.stringify({ ...a, id: '' }) === JSON.stringify({ ...b, id: '' });
const sameBound = (a: Bound, b: Bound): boolean => JSON.stringify({ ...a, id: '' }) === JSON.stringify({ ...b, id: '' });

/** Both tests as one; null where nothing passes both, "apart" where they must stand beside each other. */
function together({ is: a, field, assuming }: FieldLine, { is: b, assuming: other }: FieldLine): Is | 'apart' | null {
  // what a home would cost a month, by other means, is another question
  if (JSON.stringify(assuming) !== JSON.stringify(other)) return 'apart';
  if (JSON.stringify(a) === JSON.stringify(b)) return a;
  if ('noneOf' in a && 'noneOf' in b) return { noneOf: [...new Set([...a.noneOf, ...b.noneOf])] };
  if ('allOf' in a && 'allOf' in b) return { allOf: [...new Set([...a.allOf, ...b.allOf])] };
  if ('anyOf' in a && 'anyOf' in b) {
    // a home has several of these, and may have one of each
    if (fieldOf(field)?.type === 'choices') return 'apart';
    const common = a.anyOf.filter((value) => b.anyOf.includes(value));
    return common.length > 0 ? { anyOf: common } : null;
  }
  if ('yes' in a && 'yes' in b) return null;
  const [first, second] = [rangeOf(a), rangeOf(b)];
  if (!first || !second) return 'apart';
  const low = later(first.low, second.low, 1);
  const high = later(first.high, second.high, -1);
  if (low === null || high === null) return low !== null ? { atLeast: low } : { atMost: high as Scalar };
  return low <= high ? { between: [low, high] } : null;
}

function rangeOf(is: Is): { readonly low: Scalar | null; readonly high: Scalar | null } | null {
  if ('atLeast' in is) return { low: is.atLeast, high: null };
  if ('atMost' in is) return { low: null, high: is.atMost };
  if ('between' in is) return { low: is.between[0], high: is.between[1] };
  return null;
}

/** The stricter of two ends: the higher where `way` is 1, the lower where it is -1. */
function later(a: Scalar | null, b: Scalar | null, way: 1 | -1): Scalar | null {
  if (a === null || b === null) return a ?? b;
  return (way === 1 ? a >= b : a <= b) ? a : b;
}
