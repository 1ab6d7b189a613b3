import type { Search } from '../search/document.js';
import type { TimeContext } from '../time/period.js';
import { SearchBuilder } from './builder.js';
import { FEATURE_MATCHERS } from './features.js';
import { journeyMatchers } from './journeys.js';
import { MARKET_MATCHERS } from './market.js';
import type { Gazetteer, Matcher } from './matcher.js';
import { QUANTITY_MATCHERS } from './quantities.js';
import { whereaboutsMatchers } from './whereabouts.js';

/** A search as it was understood, and what was not. */
export interface Spoken {
  readonly search: Search;
  /** How many pieces were understood. */
  readonly understood: number;
  /** Runs of words that nothing was made of, as they were typed but for spaces. */
  readonly unread: readonly string[];
}

const NOT = /(?:not|no|without|except(?: for)?|excluding|but not|never|nothing)\s+(?:an?\s+|any\s+|in\s+(?=the\s))?/y;
const NICE =
  /(?:ideally|preferably|would be nice|it would be nice to have|nice to have|maybe|perhaps|prefer(?:s|red)?)(?:\s+with)?[:\s]*/y;
const BREAK = /[,;.]+\s*/y;
const WORD = /[^\s,;]+\s*/y;

/** Words that carry nothing by themselves. */
const FILLERS = new Set(
  'a an the and or with in at for of to on by from that which has have having is are be must should want wants wanted need needs needed looking look find show me us my please some any all home homes place places property properties listing listings sale buy buyer client clients they he she we i it its there also both who like likes would plus but'.split(
    ' ',
  ),
);

/**
 * Reads a search as people speak: "houses under 450k in Sedge Ferry, 3 beds, not bank-owned, mentions workshop".
 * At each place the longest of all known ways to say something is taken. Nothing is dropped: words that nothing was made
 * of are given back.
 *
 * @param from  what the search begins with; what is said of a field takes the place of its lines there
 */
export function readSpoken(typed: string, from: Search, gazetteer: Gazetteer, time: TimeContext): Spoken {
  const plain = typed.trim().replace(/\s+/g, ' ');
  // a letter or two change their length with their case, and places in the text would no longer agree
  const text = plain.toLowerCase().length === plain.length ? plain.toLowerCase() : plain;
  const matchers = compiled(gazetteer);
  const builder = new SearchBuilder(from);
  const pieces: Piece[] = [];
  let understood = 0;
  let at = skip(/\s*/y, text, 0);
  let not: { start: number; end: number } | null = null;
  while (at < text.length) {
    const stop = skip(BREAK, text, at);
    if (stop > at) {
      if (not) pieces.push({ ...not, read: false, filler: false });
      not = null;
      builder.nice = false;
      pieces.push({ start: at, end: stop, read: true, filler: false });
      at = stop;
      continue;
    }
    const nice = not ? at : skip(NICE, text, at);
    if (nice > at) {
      builder.nice = true;
      at = nice;
      continue;
    }
    const found = longest(matchers, text, at);
    if (found && said(found, not !== null, builder, time)) {
      understood++;
      const end = skip(/\s*/y, text, at + found.match[0].length);
      pieces.push({ start: not?.start ?? at, end, read: true, filler: false });
      at = end;
      // "not in Wrenfield or Tansy Hill" means neither
      const or = not && /(?:or|nor)\s+/y;
      const next = or ? skip(or, text, at) : at;
      if (next > at && longest(matchers, text, next)) at = next;
      else not = null;
      continue;
    }
    const negated: number = not ? at : skip(NOT, text, at);
    if (negated > at) {
      not = { start: at, end: negated };
      at = negated;
      continue;
    }
    const end = Math.max(at + 1, skip(WORD, text, at));
    const word = text
      .slice(at, end)
      .trim()
      .replace(/[^a-z0-9’'-]/g, '');
    const filler = word === '' || FILLERS.has(word);
    if (not) pieces.push({ ...not, read: false, filler: false });
    not = null;
    pieces.push({ start: at, end, read: false, filler });
    at = end;
  }
  if (not) pieces.push({ ...not, read: false, filler: false });
  return { search: builder.build(), understood, unread: unreadRuns(pieces, plain) };
}

interface Piece {
  readonly start: number;
  readonly end: number;
  readonly read: boolean;
  readonly filler: boolean;
}

interface Compiled {
  readonly matcher: Matcher;
  readonly pattern: RegExp;
}

interface Found {
  readonly matcher: Matcher;
  readonly match: RegExpExecArray;
}

/** The patterns of a gazetteer, compiled once for as long as it is used. */
const known = new WeakMap<Gazetteer, Compiled[]>();

function compiled(gazetteer: Gazetteer): Compiled[] {
  let list = known.get(gazetteer);
  if (!list) {
    const matchers = [
      ...whereaboutsMatchers(gazetteer),
      ...journeyMatchers(gazetteer),
      // of two readings as long, the first: 55+ is an age before it is a price
      ...FEATURE_MATCHERS,
      ...QUANTITY_MATCHERS,
      ...MARKET_MATCHERS,
    ];
    list = matchers.map((matcher) => ({ matcher, pattern: new RegExp(`(?:${matcher.pattern})(?![a-z0-9%½¼¾])`, 'y') }));
    known.set(gazetteer, list);
  }
  return list;
}

function longest(matchers: readonly Compiled[], text: string, at: number): Found | null {
  let best: Found | null = null;
  for (const { matcher, pattern } of matchers) {
    pattern.lastIndex = at;
    const match = pattern.exec(text);
    if (match && match[0].trim() !== '' && match[0].length > (best?.match[0].length ?? 0)) best = { matcher, match };
  }
  return best;
}

function said({ matcher, match }: Found, not: boolean, builder: SearchBuilder, time: TimeContext): boolean {
  return matcher.add({ match, not, builder, time }) !== false;
}

function skip(pattern: RegExp, text: string, at: number): number {
  pattern.lastIndex = at;
  return at + (pattern.exec(text)?.[0].length ?? 0);
}

/** Words next to each other that nothing was made of; words that carry nothing stay only within such a run. */
function unreadRuns(pieces: readonly Piece[], typed: string): string[] {
  const runs: string[] = [];
  let start: number | null = null;
  let end = 0;
  const close = (): void => {
    if (start !== null) runs.push(typed.slice(start, end).trim());
    start = null;
  };
  for (const piece of pieces) {
    if (piece.read) close();
    else if (!piece.filler) {
      start ??= piece.start;
      end = piece.end;
    }
  }
  close();
  return runs.filter((run) => run !== '');
}
