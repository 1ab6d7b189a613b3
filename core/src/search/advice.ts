import { fieldOf } from '../listing/fields.js';
import { labelWithin } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import { travelOf } from '../roads/travel.js';
import { isEither, mustLines } from './document.js';
import type { FieldLine, Is, Line, Search } from './document.js';
import type { Loosening } from './loosen.js';
import { labelOf, phraseOfIs } from './phrase.js';
import { sentenceCase } from './sentence.js';
import { MOST, LEAST, spanOf } from './span.js';

/** What a count means for an alert. 25 to 30 are comfortable, fewer than about 10 want widening (common practice, no source). */
export interface Advice {
  readonly tone: 'tooFew' | 'comfortable' | 'tooMany';
  readonly title: string;
  readonly reason: string;
  /** What is worth knowing of single lines, the most useful first. */
  readonly notes: readonly Note[];
}

/** One piece of advice, with the change that would follow it. */
export interface Note {
  readonly text: string;
  /** The line that it is about. */
  readonly line?: string;
  /** What the line would become; null where it would be dropped. */
  readonly change?: Is | null;
}

/** What advice is given on. */
export interface Evidence {
  readonly fit: number;
  readonly unknown: number;
  readonly lines: readonly { readonly id: string; readonly holdsBack: number; readonly blank: number }[];
  /** Moves of single limits, the one that adds most first. */
  readonly loosenings?: readonly Loosening[];
  /** The share of listings that fill in each field. */
  readonly filled?: Readonly<Record<string, number | null>>;
}

const TOO_FEW = 10;
const TOO_MANY = 45;
/** A field that fewer fill in loses homes when it is searched. */
const SELDOM_FILLED = 0.6;

/** Advice with its evidence: what the figure means for an alert, and which single change would help most. */
export function advise(search: Search, evidence: Evidence): Advice {
  const { fit, unknown } = evidence;
  const blank = unknown > 0 ? ` ${unknown} more may fit but leave a field blank.` : '';
  const notes = [
    ...contradictions(search),
    ...(fit < TOO_FEW ? [...relaxing(search, evidence), ...dropping(search, evidence)] : []),
    ...mixed(search),
    ...seldomFilled(search, evidence),
    ...idle(search, evidence),
  ];
  if (fit === 0) {
    const alone = evidence.lines.filter(({ holdsBack, blank: blanks }) => holdsBack + blanks > 0).length;
    return {
      tone: 'tooFew',
      title: 'Nothing fits.',
      reason: sayAlone(alone),
      notes,
    };
  }
  if (fit < TOO_FEW)
    return { tone: 'tooFew', title: 'Few for an alert.', reason: `An alert this tight stays silent for weeks.${blank}`, notes };
  if (fit > TOO_MANY)
    return {
      tone: 'tooMany',
      title: 'Many for an alert.',
      reason: `With ${fit.toLocaleString('en-US')} homes, write once a day at most, or narrow the search.`,
      notes,
    };
  return {
    tone: 'comfortable',
    title: 'Good for an alert.',
    reason: `Enough homes to choose from, few enough to read.${blank}`,
    notes,
  };
}

function nameOf(line: Line): string {
  if (isEither(line)) return 'either/or';
  // a place keeps its capitals
  return travelOf(line) ? labelOf(line).replace('Minutes', 'minutes') : labelWithin(fieldOf(line.field) as Field);
}

function lineOf(search: Search, id: string): Line | undefined {
  return search.lines.find((line) => line.id === id);
}

/** The one move of a limit that adds most. */
function relaxing(search: Search, { loosenings = [] }: Evidence): Note[] {
  const [best] = loosenings;
  const line = best && lineOf(search, best.line);
  if (!best || !line || isEither(line)) return [];
  const to = phraseOfIs(best.is, fieldOf(line.field) as Field);
  return [{ text: `${sentenceCase(nameOf(line))} ${to} adds ${best.adds}.`, line: line.id, change: best.is }];
}

/** The line whose dropping adds most, where that is more than any move does. */
function dropping(search: Search, { lines, loosenings = [] }: Evidence): Note[] {
  const best = [...lines].sort((a, b) => b.holdsBack + b.blank - (a.holdsBack + a.blank))[0];
  const adds = best ? best.holdsBack + best.blank : 0;
  const line = best && lineOf(search, best.id);
  if (!line || adds <= (loosenings[0]?.adds ?? 0)) return [];
  return [{ text: `Dropping ${nameOf(line)} alone would add ${adds}.`, line: line.id, change: null }];
}

/** Two musts on one field that no listing can meet together. */
function contradictions(search: Search): Note[] {
  // two journeys may well take different times
  const must = mustLines(search).filter((line): line is FieldLine => !isEither(line) && !travelOf(line));
  return must.flatMap((line, i) => {
    const other = must.slice(0, i).find((each) => each.field === line.field && apart(each, line));
    if (!other) return [];
    return [{ text: `Two lines on ${nameOf(line)} leave nothing between them.`, line: line.id, change: null }];
  });
}

function apart(a: FieldLine, b: FieldLine): boolean {
  const field = fieldOf(a.field) as Field;
  if ('anyOf' in a.is && 'anyOf' in b.is && field.type === 'choice') {
    const other = b.is.anyOf;
    return !a.is.anyOf.some((choice) => other.includes(choice));
  }
  if ('yes' in a.is && 'yes' in b.is) return a.is.yes !== b.is.yes;
  const [one, two] = [a, b].map(({ is }) =>
    'not' in is ? { from: LEAST, to: MOST } : spanOf(is, field, { now: 0, zone: 'utc' }),
  );
  const spans = [one, two].every((span) => span && span.from <= span.to);
  return spans && !!one && !!two && (one.to < two.from || two.to < one.from);
}

function mixed({ kinds }: Search): Note[] {
  if (!kinds.includes('Residential Lease') || kinds.length === 1) return [];
  return [{ text: 'Rentals are mixed with what is for sale; a buyer would be sent both.' }];
}

/** How many lines keep homes out that all the others would let in. */
function sayAlone(lines: number): string {
  if (lines === 0) return 'No single line is at fault; loosen more than one.';
  return lines === 1 ? 'One line alone keeps homes out.' : `Each of ${lines} lines keeps homes out by itself.`;
}

/** Musts on a field that many listings leave blank: the usual way to lose a good home without noticing. */
function seldomFilled(search: Search, { filled = {}, lines }: Evidence): Note[] {
  return mustLines(search).flatMap((line) => {
    // a price that never moved is blank, and rightly did not move
    if (isEither(line) || 'blank' in line.is || line.moved || line.blanks === 'pass') return [];
    const share = filled[line.field];
    const blank = lines.find(({ id }) => id === line.id)?.blank ?? 0;
    if (share == null || share >= SELDOM_FILLED) return [];
    const open = blank > 0 ? `; ${blank} that fit otherwise leave it blank` : '';
    return [{ text: `Only ${Math.round(100 * share)}% of listings fill in ${nameOf(line)}${open}.`, line: line.id }];
  });
}

/** Musts that keep nothing out. */
function idle(search: Search, { fit, lines }: Evidence): Note[] {
  if (fit === 0) return [];
  return mustLines(search).flatMap((line) => {
    const held = lines.find(({ id }) => id === line.id);
    if (!held || held.holdsBack + held.blank > 0 || (!isEither(line) && line.field === 'Status')) return [];
    return [{ text: `${sentenceCase(nameOf(line))} keeps nothing out as the rest stands.`, line: line.id, change: null }];
  });
}
