import type { ComparedPartName, Count, ListingRecord, Loosening, Marks, Prices, ResultSet, Search } from '@perambula/core';
import { get, post, put, remove } from './endpoint.js';
import type { AlertState } from './alerts.js';

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

export interface SavedSearch {
  readonly id: string;
  readonly clientId: string | null;
  readonly name: string;
  readonly document: Search;
  readonly version: number;
  readonly updatedAt: string;
  readonly alert: AlertState | null;
}

/** The values that the listings hold for a choice field, with how many hold each. */
export type Choices = Readonly<Record<string, readonly { readonly value: string; readonly listings: number }[]>>;

/** By field, the share of listings that fill it in; null where none of them can. */
export type Filled = Readonly<Record<string, number | null>>;

/** Which part of a result is asked for; `line` leaves only what one line, keepIn or keepOut decides. */
export interface ResultPart {
  readonly set: ResultSet;
  readonly line?: string;
}

interface Asked {
  readonly search: Search;
}

export const countSearch = post('searches/count').takes<Asked>().gives<CountAnswer>();

export const loosenSearch = post('searches/loosenings').takes<Asked>().gives<Loosening[]>();

export const findListings = post('searches/listings')
  .takes<Asked & ResultPart & { readonly offset?: number; readonly limit: number }>()
  .gives<ListingsAnswer>();

export const findKeys = post('searches/keys').takes<Asked & ResultPart>().gives<KeysAnswer>();

export const findMarks = post('searches/marks').takes<Asked & ResultPart>().gives<MarksAnswer>();

export const findRows = post('searches/rows')
  .takes<Asked & { readonly set: ResultSet; readonly keys: readonly string[] }>()
  .gives<Row[]>();

export const compareSearches = post('searches/compare')
  .takes<{
    readonly a: Search;
    readonly b: Search;
    readonly part: ComparedPartName;
    readonly offset?: number;
    readonly limit?: number;
  }>()
  .gives<ComparisonAnswer>();

/** As what listings are saved. */
export const FILE_TYPES = ['csv', 'xlsx', 'json', 'geojson', 'kml'] as const;
export type FileType = (typeof FILE_TYPES)[number];

/** A result as a file of RESO names. */
export const writeFile = post('searches/file').takes<Asked & { readonly set: ResultSet; readonly type: FileType }>().givesFile();

/** Some listings as such a file, in the order of their keys. */
export const writeFileOf = post('searches/file/listings')
  .takes<{ readonly keys: readonly string[]; readonly type: FileType }>()
  .givesFile();

export const getChoices = get('searches/choices').gives<Choices>();

/** @param kinds  separated by commas */
export const getFilled = get('searches/filled').takes<{ readonly kinds: string }>().gives<Filled>();

export const listSearches = get('searches').gives<SavedSearch[]>();

export const getSearch = get('searches/:id').gives<SavedSearch>();

export const listStates = get('searches/:id/states').gives<SearchState[]>();

export const createSearch = post('searches')
  .takes<{ readonly name: string; readonly clientId?: string | null; readonly document: Search }>()
  .gives<SavedSearch>();

export const changeSearch = put('searches/:id')
  .takes<{ readonly name: string; readonly document: Search; readonly version: number }>()
  .gives<SavedSearch>();

export const removeSearch = remove('searches/:id').gives<object>();
