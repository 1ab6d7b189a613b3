import { kindsOf } from '../listing/kinds.js';
import { numberIn } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { isEither } from '../search/document.js';
import type { FieldLine, Is, Search } from '../search/document.js';
import { judge } from '../search/evaluate.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import { learnedLines } from './learnedLines.js';
import type { JudgedHome, LearnedLine } from './learnedLines.js';
import { roundest } from './roundest.js';
import { TAUGHT } from './taughtBy.js';

/** A change of a search that somebody's answers speak for. */
export interface Suggestion {
  /** The line as it would be, and as it is; null where the search has none yet. */
  readonly line: FieldLine;
  readonly before: FieldLine | null;
  readonly search: Search;
  /** What a narrower line rests on; null for a wider one. */
  readonly learned: LearnedLine | null;
  /** Liked homes that this line alone leaves out now. */
  readonly likedOutside: number;
}

/** So many liked homes that one line alone leaves out speak for a wider one. */
const LIKED_OUTSIDE = 2;
/** From so many homes looked at on, a search can be begun from them. */
const LOOKED_AT = 3;
/** By so much a search begun from homes may go above the dearest of them. */
const ROOM_ABOVE = 1.03;
/** By so much of its way a limit that is moved may go on to a round number. */
const ROOM_BEYOND = 0.25;

/** What somebody's answers would change in a search, by homes of its kinds; what it asks for already is left out. */
export function suggestionsFor(search: Search, homes: readonly JudgedHome[], context: EvaluationContext): Suggestion[] {
  const own = homes.filter(({ record }) => kindsOf(record).some((kind) => search.kinds.includes(kind)));
  return [...learnedLines(own).flatMap((learned) => narrower(search, learned)), ...wider(search, own, context)];
}

/** A search to begin with, by homes that somebody liked or looked at; null where they are too few. */
export function searchOfLooks(homes: readonly ListingRecord[]): Search | null {
  if (homes.length < LOOKED_AT) return null;
  const numbers = (field: string): number[] => homes.flatMap((record) => numberIn(record, field) ?? []);
  const [prices, beds] = [numbers('ListPrice'), numbers('BedroomsTotal')];
  const least = Math.min(...beds);
  const dearest = Math.max(...prices);
  return {
    version: 1,
    kinds: [...new Set(homes.flatMap((record) => kindsOf(record).slice(0, 1)))],
    lines: [
      { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
      ...(prices.length > 0
        ? [{ id: 'price', field: 'ListPrice', is: { atMost: roundest(dearest, dearest * ROOM_ABOVE, stepsOf('ListPrice')) } }]
        : []),
      ...(beds.length > 0 && least > 0 ? [{ id: 'beds', field: 'BedroomsTotal', is: { atLeast: least } }] : []),
    ],
    bounds: [],
    order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
  };
}

function narrower(search: Search, learned: LearnedLine): Suggestion[] {
  const before = lineOn(search, learned.field);
  const is = before ? both(before.is, learned.is) : learned.is;
  if (is === null) return [];
  const line: FieldLine = before ? { ...before, is } : { id: `answers-${learned.field}`, field: learned.field, is };
  return [{ line, before, search: withLine(search, line), learned, likedOutside: 0 }];
}

/** Both tests as one; null where the first asks for the second already, or one line cannot say both. */
function both(first: Is, second: Is): Is | null {
  if ('noneOf' in second || 'anyOf' in second) {
    if (!('anyOf' in first)) return null;
    const left = first.anyOf.filter((choice) =>
      'noneOf' in second ? !second.noneOf.includes(choice) : second.anyOf.includes(choice),
    );
    return left.length === 0 || left.length === first.anyOf.length ? null : { anyOf: left };
  }
  const [had, asked] = [limitsOf(first), limitsOf(second)];
  if (!had || !asked) return null;
  const [low, high] = [Math.max(had.low, asked.low), Math.min(had.high, asked.high)];
  if (low > high || (low === had.low && high === had.high)) return null;
  return ofLimits(low, high);
}

/** Lines that leave out homes which are liked all the same, moved until they let these in. */
function wider(search: Search, homes: readonly JudgedHome[], context: EvaluationContext): Suggestion[] {
  const outside = new Map<FieldLine, ListingRecord[]>();
  for (const { record, liked } of homes) {
    if (!liked) continue;
    const { lines, keepIn, keepOut } = judge(search, record, context);
    // what became of a home since says nothing of what they like
    const missed = lines.filter(({ truth, line }) => truth === false && !(!isEither(line) && line.field === 'Status'));
    const line = missed[0]?.line;
    if (missed.length !== 1 || !line || isEither(line) || keepIn === false || keepOut === false) continue;
    outside.set(line, [...(outside.get(line) ?? []), record]);
  }
  return [...outside].flatMap(([before, records]): Suggestion[] => {
    const had = limitsOf(before.is);
    const values = records.flatMap((record) => numberIn(record, before.field) ?? []);
    const steps = stepsOf(before.field);
    if (!had || steps.length === 0 || values.length < LIKED_OUTSIDE) return [];
    const [least, most] = [Math.min(...values), Math.max(...values)];
    const low = least < had.low ? 0 - roundest(-least, -least * (2 - ROOM_ABOVE), steps) : had.low;
    const high = most > had.high ? roundest(most, most + (most - had.high) * ROOM_BEYOND, steps) : had.high;
    const line: FieldLine = { ...before, is: ofLimits(low, high) };
    return [{ line, before, search: withLine(search, line), learned: null, likedOutside: values.length }];
  });
}

/** The one line of a search that asks for a field, and must hold. */
function lineOn(search: Search, field: string): FieldLine | null {
  const lines = search.lines.flatMap((line) => (isEither(line) || line.field !== field ? [] : [line]));
  return lines.find(({ weight }) => weight !== 'nice') ?? null;
}

function withLine(search: Search, line: FieldLine): Search {
  const isThere = search.lines.some(({ id }) => id === line.id);
  const lines = isThere ? search.lines.map((each) => (each.id === line.id ? line : each)) : [...search.lines, line];
  return { ...search, lines };
}

function stepsOf(field: string): readonly number[] {
  return TAUGHT.find((taught) => taught.field === field)?.steps ?? [];
}

interface Limits {
  readonly low: number;
  readonly high: number;
}

/** The limits of a test of numbers; null for any other. */
function limitsOf(is: Is): Limits | null {
  const [low, high] =
    'atLeast' in is ? [is.atLeast, Infinity] : 'atMost' in is ? [-Infinity, is.atMost] : 'between' in is ? is.between : [];
  return typeof low === 'number' && typeof high === 'number' ? { low, high } : null;
}

function ofLimits(low: number, high: number): Is {
  if (high === Infinity) return { atLeast: low };
  return low === -Infinity ? { atMost: high } : { between: [low, high] };
}
