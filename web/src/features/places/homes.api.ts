import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { findListings } from '@perambula/contract';
import type { ListingsAnswer } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';
import { addressSearch } from './addressSearch.rules.js';

const finderKeys = queryKeys('finder', { staleBy: MARKET_CHANGES }, { sought: (sought: string) => [sought] });

const MOST_HOMES = 8;

/** Homes by an address however it is spelled, or by a listing's number. */
export async function lookUp(sought: string): Promise<ListingsAnswer['rows']> {
  return (await ask(findListings, { body: { search: addressSearch(sought), set: 'fit', limit: MOST_HOMES } })).rows;
}

/** The same, as it is typed. */
export function useHomes(sought: string) {
  return useQuery({
    queryKey: finderKeys.sought(sought),
    enabled: sought.length >= 2,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      ask(findListings, {
        body: { search: addressSearch(sought), set: 'fit', limit: MOST_HOMES },
        signal,
      }),
  });
}
