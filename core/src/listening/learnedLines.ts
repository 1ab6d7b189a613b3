import { exactInterval, exactTest } from '../figures/proportion.js';
import type { Interval } from '../figures/proportion.js';
import { fieldOf, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import type { ListingRecord } from '../listing/record.js';
import type { Is } from '../search/document.js';
import { stemsOf } from '../text/words.js';
import { roundest } from './roundest.js';
import { TAUGHT } from './taughtBy.js';
import type { Taught } from './taughtBy.js';

/** What somebody said of a home; of those they were unsure of nothing is learned. */
export interface JudgedHome {
  /** As far as they may see it. */
  readonly record: ListingRecord;
  readonly liked: boolean;
  /** Why, in their words or by a tap; empty where they did not say. */
  readonly note: string;
}

/** How many homes have something, and how many have not; those that do not state it are in neither. */
export interface Split {
  readonly with: number;
  readonly without: number;
}

/** A line that somebody's answers speak for, with all that it rests on. */
export interface LearnedLine {
  readonly field: string;
  readonly is: Is;
  readonly liked: Split;
  readonly refused: Split;
  /** Of those refused without it, how many of their words speak of it. */
  readonly said: number;
  /** Of homes without it, the share that is refused: where it lies, 95 of 100 times. */
  readonly refusedWithout: Interval;
  /** How rarely chance alone would part their answers so far, from 0 to 1. */
  readonly chance: number;
}

/** What it takes to be told; held against people whose wishes are known (`npm run bench -- learned`). */
const TOLD = {
  refusedWithout: 2,
  /** Of the liked, so many with it; one is enough where words speak of it so often. */
  likedWith: 2,
  oftenSaid: 2,
  /** Of the liked, the largest share that may do without. */
  likedWithout: 0.1,
  /** The largest chance: where words speak of it, and where none do. */
  chanceSaid: 0.5,
  chance: 0.008,
  most: 3,
} as const;

/**
 * The lines that somebody's answers speak for, the best founded first: each one split of one fact. What one explains is
 * taken out before the next is looked for, so that two facts that go together are not told as two.
 */
export function learnedLines(homes: readonly JudgedHome[]): LearnedLine[] {
  const told: LearnedLine[] = [];
  const spoken = new Map(homes.map((home) => [home, new Set(stemsOf(home.note))]));
  let left = homes;
  while (told.length < TOLD.most) {
    const [best] = TAUGHT.filter(({ field }) => told.every((each) => each.field !== field))
      .flatMap((taught) => bestOf(taught, left, spoken))
      .sort((a, b) => b.line.said - a.line.said || a.line.chance - b.line.chance);
    if (!best) break;
    told.push(best.line);
    left = left.filter((home) => home.liked || best.has(home) !== false);
  }
  return told;
}

interface Candidate {
  readonly line: LearnedLine;
  readonly has: (home: JudgedHome) => boolean | null;
}

type Spoken = ReadonlyMap<JudgedHome, ReadonlySet<string>>;

/** The best founded line of one fact, if it is founded well enough. */
function bestOf(taught: Taught, homes: readonly JudgedHome[], spoken: Spoken): Candidate[] {
  const field = fieldOf(taught.field) as Field;
  const values = new Map(homes.map((home) => [home, valueOf(field, home.record)]));
  const speaksOfIt = (home: JudgedHome): boolean => taught.said?.some((stem) => spoken.get(home)?.has(stem)) === true;
  const candidates = testsOf(taught, [...values.values()]).flatMap(({ is, holds }): Candidate[] => {
    const has = (home: JudgedHome): boolean | null => {
      const value = values.get(home);
      return value === null || value === undefined ? null : holds(value);
    };
    const line = lineOf(taught.field, is, homes, has, speaksOfIt);
    return line ? [{ line, has }] : [];
  });
  return candidates.sort((a, b) => a.line.chance - b.line.chance || b.line.said - a.line.said).slice(0, 1);
}

/** A line with what it rests on; null where that is too little. */
function lineOf(
  field: string,
  is: Is,
  homes: readonly JudgedHome[],
  has: Candidate['has'],
  speaksOfIt: (home: JudgedHome) => boolean,
): LearnedLine | null {
  const counted = { true: 0, false: 0 };
  const [liked, refused] = [{ ...counted }, { ...counted }];
  let said = 0;
  for (const home of homes) {
    const having = has(home);
    if (having === null) continue;
    (home.liked ? liked : refused)[`${having}`]++;
    if (!home.liked && !having && speaksOfIt(home)) said++;
  }
  if (liked.true < (said >= TOLD.oftenSaid ? 1 : TOLD.likedWith) || liked.false > TOLD.likedWithout * (liked.true + liked.false))
    return null;
  if (refused.false < TOLD.refusedWithout) return null;
  const chance = exactTest([liked.true, liked.false], [refused.true, refused.false]);
  if (chance > (said > 0 ? TOLD.chanceSaid : TOLD.chance)) return null;
  return {
    field,
    is,
    liked: { with: liked.true, without: liked.false },
    refused: { with: refused.true, without: refused.false },
    said,
    refusedWithout: exactInterval(refused.false, refused.false + liked.false),
    chance,
  };
}

interface Test {
  readonly is: Is;
  readonly holds: (value: unknown) => boolean;
}

/** Each test of a fact that parts the homes somewhere. */
function testsOf({ ways, steps = [1] }: Taught, values: readonly unknown[]): Test[] {
  const numbers = [...new Set(values.filter((value) => typeof value === 'number'))].toSorted((a, b) => a - b);
  const gaps = numbers.slice(1).map((above, i) => [numbers[i] as number, above] as const);
  const choices = [
    ...new Set(values.flatMap((value) => (Array.isArray(value) || typeof value === 'string' ? value : [])).map(String)),
  ];
  return ways.flatMap((way): Test[] => {
    switch (way) {
      case 'atLeast':
        return gaps.map(([below, above]) => {
          const least = roundest(between(below, above), above, steps);
          return { is: { atLeast: least }, holds: (value) => Number(value) >= least };
        });
      case 'atMost':
        return gaps.map(([below, above]) => {
          const most = 0 - roundest(-between(below, above), -below, steps);
          return { is: { atMost: most }, holds: (value) => Number(value) <= most };
        });
      case 'anyOf':
        return choices.map((choice) => ({ is: { anyOf: [choice] }, holds: (value) => namesOf(value).includes(choice) }));
      case 'noneOf':
        return choices.map((choice) => ({ is: { noneOf: [choice] }, holds: (value) => !namesOf(value).includes(choice) }));
      default:
        return [{ is: { yes: way === 'yes' }, holds: (value) => value === (way === 'yes') }];
    }
  });
}

/** Halfway from one home to the next: a limit may be there, and nearer to the one liked. */
function between(below: number, above: number): number {
  return (below + above) / 2;
}

function namesOf(value: unknown): readonly string[] {
  return (Array.isArray(value) ? value : [value]).map(String);
}
