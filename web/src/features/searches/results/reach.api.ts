import { useQuery } from '@tanstack/react-query';
import { findWithinReach } from '@perambula/contract';
import { priceCeiling } from '@perambula/core';
import type { Search } from '@perambula/core';
import { useMemo } from 'react';
import { ask } from '../../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../../shared/queryKeys.js';

const reachKeys = queryKeys('reach', { staleBy: MARKET_CHANGES }, { of: (search: Search) => [search] });

/** By home, how likely it comes under the search's highest price, the likeliest first; null where there is none, or it is not asked. */
export function useReach(search: Search, isAsked: boolean): ReadonlyMap<string, number> | null {
  // the order has no part in it
  const asked = useMemo(() => ({ ...search, order: [] }), [search]);
  const { data } = useQuery({
    queryKey: reachKeys.of(asked),
    queryFn: ({ signal }) => ask(findWithinReach, { body: { search: asked }, signal }),
    enabled: isAsked && priceCeiling(search) !== null,
  });
  return useMemo(
    () => (isAsked && data ? new Map(data.homes.map(({ listingKey, chance }) => [listingKey, chance])) : null),
    [isAsked, data],
  );
}
