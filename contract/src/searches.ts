import type { Count, Forecast, Cadence, ListingRecord, Marks, Prices, Search, Tellable } from '@perambula/core';

export interface CountAnswer extends Count {
  /** The sequence number of the last listing change counted. */
  readonly asOf: number;
}

/** For miss by one: which line, by how much, in words. */
export interface MissAnswer {
  readonly id: string;
  readonly by: number | null;
  readonly unit: string;
  readonly text: string;
}

/**
 * `nice` names the lines that would be nice and that the listing has, where the search has any. `minutes` are those of each
 * journey that the search names (`travelsOf`), in their order; null where they are not known or no way leads.
 */
export type Row = ListingRecord & {
  readonly miss?: MissAnswer;
  /** Of what is unknown: what it leaves blank, in words. */
  readonly open?: string;
  readonly nice?: readonly string[];
  readonly minutes?: readonly (number | null)[];
};

export interface ListingsAnswer {
  readonly total: number;
  readonly rows: readonly Row[];
  /** Of all that were found, not only of these rows. */
  readonly prices: Prices | null;
  readonly asOf: number;
}

/** A whole result's keys, in its order; `total` counts those beyond the most that are given, too. */
export interface KeysAnswer {
  readonly total: number;
  readonly keys: readonly string[];
  readonly asOf: number;
}

/** A result's homes as they are drawn on a map. */
export type MarksAnswer = Marks;

/** How many homes fit only the first of two searches, only the second, and both; and the rows of one part. */
export interface ComparisonAnswer {
  readonly onlyA: number;
  readonly onlyB: number;
  readonly both: number;
  readonly rows: readonly Row[];
}

/** A search as it was once saved. */
export interface SearchState {
  readonly version: number;
  readonly name: string;
  readonly document: Search;
  /** ISO 8601. */
  readonly savedAt: string;
}

/** One of an agent's usual ways to start a search. */
export interface StartingSet {
  readonly id: string;
  readonly name: string;
  readonly document: Search;
  /** Whether new searches begin with it. */
  readonly isDefault: boolean;
}

/** A search that was begun, or changed, and not saved. */
export interface Draft {
  readonly id: string;
  readonly clientId: string | null;
  /** The saved search that it changes, and the version of it that was read. */
  readonly searchId: string | null;
  readonly version: number;
  /** Empty while it has none. */
  readonly name: string;
  readonly document: Search;
  /** ISO 8601. */
  readonly updatedAt: string;
}

/** How an agent likes things shown. */
export interface Preferences {
  /** The columns of a table of results, from the left, with their widths in pixels; null for the usual ones. */
  readonly resultColumns: readonly { readonly field: string; readonly width: number }[] | null;
}

export interface SavedSearch {
  readonly id: string;
  readonly clientId: string | null;
  readonly name: string;
  readonly document: Search;
  readonly version: number;
  readonly updatedAt: string;
  readonly alert: AlertState | null;
}

export interface AlertSettings {
  readonly cadence: Cadence;
  readonly tell: readonly Tellable[];
  /** Waits for the agent's look before anything is sent. */
  readonly held: boolean;
  readonly subject: string;
  readonly greeting: string;
}

export interface AlertState extends AlertSettings {
  readonly state: 'running' | 'paused' | 'stopped';
  /** ISO 8601; null while not running. */
  readonly nextDueAt: string | null;
}

export interface AlertPreview {
  readonly forecast: Forecast;
  readonly to: readonly { readonly name: string; readonly email: string; readonly confirmed: boolean }[];
  readonly subject: string;
  readonly homes: number;
  /** Homes that fit, but whose sellers allow no display on the internet. */
  readonly keptOff: number;
}

/** The values that the listings hold for a choice field, with how many hold each. */
export type Choices = Readonly<Record<string, readonly { readonly value: string; readonly listings: number }[]>>;

/** By field, the share of listings that fill it in; null where none of them can. */
export type Filled = Readonly<Record<string, number | null>>;

/** One entry of a parcel's history over all its listings. */
export interface HistoryEntry {
  readonly listingKey: string;
  /** ISO 8601. */
  readonly at: string;
  /** A RESO field, or "ListingKey" where a listing began. */
  readonly field: string;
  readonly from: string | null;
  readonly to: string | null;
  /** Dollars asked where a listing began, dollars paid where it closed. */
  readonly price?: number;
}

export interface ListingAnswer {
  /** In the fields that the agent may see. */
  readonly listing: ListingRecord;
  /** Newest first. */
  readonly history: readonly HistoryEntry[];
  /** As announced, those called off too, by their start. */
  readonly openHouses: readonly { readonly startsAt: string; readonly endsAt: string; readonly status: string }[];
}
