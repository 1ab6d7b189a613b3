import type { Moved, Movement, OVERS, Search, ShownTo } from '@perambula/core';
import { post } from './endpoint.js';

/** Over what time is looked; between two days of the county's calendar where `over` says so. */
export interface MarketSpan {
  readonly over: (typeof OVERS)[number] | 'between';
  /** The first day and the last, ISO 8601; left out but for `between`. */
  readonly from?: string;
  readonly to?: string;
}

export interface MarketAsk extends MarketSpan {
  /** What is looked at: a search whose order and lines on the status do not count. Null: the whole market. */
  readonly scope: Search | null;
}

export interface MovementAnswer extends Movement {
  /** The window, ISO 8601: from its beginning, up to its end. */
  readonly from: string;
  readonly to: string;
}

export const MOVED_ORDERS = ['latest', 'dollars', 'percent'] as const;
export type MovedOrder = (typeof MOVED_ORDERS)[number];

/** A home that did something. */
export interface MovedRow {
  readonly listing: ShownTo<'agent'>;
  readonly moved: Moved;
  /** When, ISO 8601. */
  readonly at: string;
  /** Dollars before and after, of a changed price and of a home that is back; null where that is not told. */
  readonly from: number | null;
  readonly to: number | null;
  /** Days under contract before it came back; null where it was not. */
  readonly daysUnderContract: number | null;
  /** Whose searches it fits, or misses by how much. */
  readonly wantedBy: readonly { readonly clientId: string; readonly client: string; readonly how: string }[];
}

export interface MovedAnswer {
  readonly total: number;
  readonly rows: readonly MovedRow[];
}

/** What moved, beside the window before it, the same weekdays a year before and what is usual. */
export const whatMoved = post('market/moved').takes<MarketAsk>().gives<MovementAnswer>();

/** The homes that did one of some things: the latest first, or by the size of the change. */
export const movedHomesOf = post('market/moved/homes')
  .takes<
    MarketAsk & {
      readonly moved: readonly Moved[];
      readonly order: MovedOrder;
      readonly offset?: number;
      readonly limit?: number;
    }
  >()
  .gives<MovedAnswer>();
