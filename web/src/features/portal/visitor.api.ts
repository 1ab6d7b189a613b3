import { keepPreviousData, useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { askAsVisitor, getVisitorPage, visitorHomes } from '@perambula/contract';
import type { VisitorCadence } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const pageKeys = queryKeys('visitorPage', { staleBy: [] }, { of: (agent: string) => [agent] });
const homesKeys = queryKeys('visitorHomes', { staleBy: [] }, { of: (agent: string, search: Search) => [agent, search] });

export function useVisitorPage(agent: string) {
  return useQuery({
    queryKey: pageKeys.of(agent),
    queryFn: ({ signal }) => ask(getVisitorPage, { at: { agent }, signal }),
    retry: false,
    staleTime: 5 * 60_000,
  });
}

/** How many homes fit, and the first of them; more on demand. */
export function useVisitorHomes(agent: string, search: Search) {
  return useInfiniteQuery({
    queryKey: homesKeys.of(agent, search),
    queryFn: ({ pageParam, signal }) => ask(visitorHomes, { at: { agent }, body: { search, offset: pageParam }, signal }),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const shown = pages.reduce((all, { cards }) => all + cards.length, 0);
      return last.cards.length > 0 && shown < last.fit ? shown : undefined;
    },
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 60_000,
  });
}

export function useAskAsVisitor(agent: string) {
  return useMutation({
    mutationFn: (body: { name: string; email: string; search: Search; cadence: VisitorCadence }) =>
      ask(askAsVisitor, { at: { agent }, body }),
  });
}
