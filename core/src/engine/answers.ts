import type { Held } from './kernel.js';
import type { Prices } from './prices.js';

/** What one line alone does: listings it is false for, and blank for, that all else holds for. */
export interface LineCount extends Held {
  readonly id: string;
  /** For an either: listings that fit thanks to one member alone, in the members' order. */
  readonly members?: readonly { readonly adds: number }[];
}

export interface BoundCount {
  readonly id: string;
  readonly holdsBack: number | null;
  readonly adds: number | null;
}

export interface Count {
  readonly fit: number;
  readonly unknown: number;
  readonly missByOne: number;
  readonly lines: readonly LineCount[];
  readonly keepIn: Held;
  readonly keepOut: Held;
  readonly bounds: readonly BoundCount[];
}

export type ResultSet = 'fit' | 'unknown' | 'missByOne';

/** A row of a result; for miss by one, `missed` is the line's id, or keepIn or keepOut. */
export interface ResultKey {
  readonly key: string;
  readonly missed?: string;
  /** The lines that would be nice and that it has, where the search has any. */
  readonly nice?: readonly string[];
  /** Of each journey that the search names, its minutes, in their order; null where they are not known or no way leads. */
  readonly minutes?: readonly (number | null)[];
}

/** Part of a result: how many there are in all, those asked for, and the prices of all. */
export interface Found {
  readonly total: number;
  readonly keys: ResultKey[];
  readonly prices: Prices | null;
}

/** Listings as a map draws them: longitude and latitude in millionths of a degree, statuses by their place in a list, prices in dollars. */
export interface Marks {
  readonly keys: readonly string[];
  readonly places: readonly number[];
  readonly statuses: readonly string[];
  readonly status: readonly number[];
  readonly prices: readonly (number | null)[];
}

/** Which part of a result is asked for; `line` leaves only what one line, keepIn or keepOut decides. */
export interface Part {
  readonly set: ResultSet;
  readonly line?: string;
  readonly offset?: number;
  readonly limit?: number;
  /** Whether the prices of all are wanted, too. */
  readonly prices?: boolean;
}

export type ComparedPartName = 'onlyA' | 'onlyB' | 'both';

/** Which homes of two searches are asked for. */
export interface ComparedPart {
  readonly part: ComparedPartName;
  readonly offset?: number;
  readonly limit?: number;
}

/** How many homes fit only the first search, only the second, and both; and the keys of the part asked for. */
export interface Compared {
  readonly onlyA: number;
  readonly onlyB: number;
  readonly both: number;
  readonly keys: readonly string[];
}
