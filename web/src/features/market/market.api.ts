import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { movedHomesOf, whatMoved } from '@perambula/contract';
import type { MarketAsk, MovedOrder } from '@perambula/contract';
import type { Moved } from '@perambula/core';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const A_PAGE = 50;

const marketKeys = queryKeys(
  'market',
  { staleBy: MARKET_CHANGES },
  {
    moved: (of: MarketAsk | null) => ['moved', of],
    homes: (of: MarketAsk | null, moved: readonly Moved[], order: MovedOrder) => ['homes', of, moved, order],
  },
);

/** What moved; nothing is asked while it is not known of what. */
export function useMovement(of: MarketAsk | null) {
  return useQuery({
    queryKey: marketKeys.moved(of),
    queryFn: ({ signal }) => ask(whatMoved, { body: of as MarketAsk, signal }),
    enabled: of !== null,
    placeholderData: keepPreviousData,
  });
}

/** The homes that did one of some things, page by page. */
export function useMovedHomes(of: MarketAsk, moved: readonly Moved[], order: MovedOrder) {
  return useInfiniteQuery({
    queryKey: marketKeys.homes(of, moved, order),
    queryFn: ({ pageParam, signal }) =>
      ask(movedHomesOf, { body: { ...of, moved, order, offset: pageParam, limit: A_PAGE }, signal }),
    initialPageParam: 0,
    getNextPageParam: ({ total }, pages) => (pages.length * A_PAGE < total ? pages.length * A_PAGE : undefined),
  });
}
