import type { LonLat } from '../geo/distance.js';
import type { Bound } from '../search/document.js';
import type { TimeContext } from '../time/period.js';
import type { SearchBuilder } from './builder.js';

export type NamedShape = Required<Pick<Bound, 'name' | 'shape'>> & Pick<Bound, 'keptId'>;

/** What the words may name besides the catalogue. */
export interface Gazetteer {
  /** By field, the values that listings hold: towns, districts, schools, offices. */
  readonly choices: Readonly<Record<string, readonly string[]>>;
  readonly places: readonly { readonly name: string; readonly at: LonLat }[];
  /** Bounds kept by name. */
  readonly areas?: readonly NamedShape[];
}

export interface SpokenMatch {
  /** What the pattern matched, and its groups, in lower case. */
  readonly match: RegExpExecArray;
  /** Whether "no", "not" or "without" stood before it. */
  readonly not: boolean;
  readonly builder: SearchBuilder;
  readonly time: TimeContext;
}

/** One way of saying something: a pattern, and what it adds to a search. False when it means nothing after all. */
export interface Matcher {
  readonly pattern: string;
  readonly add: (said: SpokenMatch) => unknown;
}
