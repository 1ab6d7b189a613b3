import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  changeSearch,
  countSearch,
  createSearch,
  findKeys,
  findListings,
  findMarks,
  getChoices,
  getFilled,
  getSearch,
  listSearches,
  loosenSearch,
} from '@perambula/contract';
import type { PropertyType, ResultSet, Search } from '@perambula/core';
import { ask } from '../../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../../shared/queryKeys.js';

/** What is worked out of a search as it stands on the page. */
const ofSearch = (first: string) => queryKeys(first, { staleBy: MARKET_CHANGES }, { of: (search: Search) => [search] });
const ofResult = (first: string) =>
  queryKeys(
    first,
    { staleBy: MARKET_CHANGES },
    { of: (search: Search, set: ResultSet, line: string | null) => [search, set, line] },
  );
const countKeys = ofSearch('count');
const looseningKeys = ofSearch('loosenings');
const resultKeys = ofResult('results');
const keyKeys = ofResult('keys');
const markKeys = ofResult('marks');
const choiceKeys = queryKeys('choices', { staleBy: MARKET_CHANGES, whenOpened: true });
const filledKeys = queryKeys(
  'filled',
  { staleBy: MARKET_CHANGES, whenOpened: true },
  { of: (kinds: readonly PropertyType[]) => [kinds] },
);
/** The agent's saved searches, each with its alert. */
export const savedSearchKeys = queryKeys(
  'searches',
  { staleBy: ['clock', 'mail', 'search', 'alert', 'bound'] },
  { one: (id: string | undefined) => [id], states: (id: string | null) => [id, 'states'] },
);

/** How many results the first answer brings; the map shows as many. */
const FIRST_RESULTS = 500;

/** The live count. The answer shown always belongs to the search as it now is, or is the last one until that comes. */
export function useCount(search: Search, wanted = true) {
  return useQuery({
    enabled: wanted,
    queryKey: countKeys.of(search),
    queryFn: ({ signal }) => ask(countSearch, { body: { search }, signal }),
    placeholderData: keepPreviousData,
  });
}

/** Which single changes would add how many homes; asked once the search rests. */
export function useLoosenings(search: Search, resting: boolean) {
  return useQuery({
    enabled: resting,
    queryKey: looseningKeys.of(search),
    queryFn: ({ signal }) => ask(loosenSearch, { body: { search }, signal }),
  });
}

export function useResults(search: Search, set: ResultSet, line: string | null) {
  return useQuery({
    queryKey: resultKeys.of(search, set, line),
    queryFn: ({ signal }) =>
      ask(findListings, {
        body: { search, set, limit: FIRST_RESULTS, ...(line ? { line } : {}) },
        signal,
      }),
    placeholderData: keepPreviousData,
    // comparing hundreds of listings field by field takes longer than drawing them
    structuralSharing: false,
  });
}

/** The keys of a whole result, where the first answer does not bring all of it. */
export function useKeys(search: Search, set: ResultSet, line: string | null, wanted: boolean) {
  return useQuery({
    queryKey: keyKeys.of(search, set, line),
    enabled: wanted,
    queryFn: ({ signal }) => ask(findKeys, { body: { search, set, ...(line ? { line } : {}) }, signal }),
    structuralSharing: false,
  });
}

/** A whole result as the map draws it; the one before stays until the next has come. */
export function useMarks(search: Search, set: ResultSet, line: string | null) {
  return useQuery({
    queryKey: markKeys.of(search, set, line),
    queryFn: ({ signal }) => ask(findMarks, { body: { search, set, ...(line ? { line } : {}) }, signal }),
    placeholderData: keepPreviousData,
    structuralSharing: false,
  });
}

export function useChoices() {
  return useQuery({ queryKey: choiceKeys.all, queryFn: () => ask(getChoices), staleTime: 300_000 });
}

/** The share of the listings of some kinds that fill in each field, asked for when it is to be seen. */
export function useFilled(kinds: readonly PropertyType[], wanted: boolean) {
  return useQuery({
    queryKey: filledKeys.of(kinds),
    queryFn: () => ask(getFilled, { query: { kinds: kinds.join(',') } }),
    enabled: wanted,
    staleTime: 300_000,
  });
}

/** All of the agent's searches, of clients and their own. */
export function useSavedSearches() {
  return useQuery({ queryKey: savedSearchKeys.all, queryFn: () => ask(listSearches) });
}

export function useSavedSearch(id: string | undefined) {
  return useQuery({ queryKey: savedSearchKeys.one(id), queryFn: () => ask(getSearch, { at: { id: id ?? '' } }), enabled: !!id });
}

export interface SaveSearch {
  readonly id: string | null;
  readonly clientId: string | null;
  readonly name: string;
  readonly document: Search;
  readonly version: number;
}

export function useSaveSearch() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, clientId, name, document, version }: SaveSearch) =>
      id
        ? ask(changeSearch, { at: { id }, body: { name, document, version } })
        : ask(createSearch, { body: { name, clientId, document } }),
    onSuccess: (saved) => {
      client.setQueryData(savedSearchKeys.one(saved.id), saved);
      return makeStale(client, 'search');
    },
  });
}
