import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  chooseFeed,
  getCoverage,
  getFeed,
  getOwnListings,
  previewFeed,
  readFileForAll,
  readOwnFile,
  removeOwnListings,
  resetFeed,
  takeOutMissing,
} from '@perambula/contract';
import type { FeedSourceInput } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const feedKeys = queryKeys('feed', { staleBy: ['feed'] });
const coverageKeys = queryKeys('coverage', { staleBy: [] });
const ownListingKeys = queryKeys('ownListings', { staleBy: [] });

/** While the feed is being read its figures are asked for every other second. */
export function useFeed() {
  return useQuery({
    queryKey: feedKeys.all,
    queryFn: () => ask(getFeed),
    refetchInterval: ({ state }) => (state.data?.doing === 'waiting' && state.data.hasReadAll ? 15_000 : 2_000),
  });
}

/** Counted over all homes for sale, so asked for once in a while only. */
export function useCoverage() {
  return useQuery({ queryKey: coverageKeys.all, queryFn: () => ask(getCoverage), staleTime: 600_000 });
}

export function useChooseFeed() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (source: FeedSourceInput) => ask(chooseFeed, { body: source }),
    onSuccess: (state) => queries.setQueryData(feedKeys.all, state),
  });
}

/** What the first records of a feed show of it. */
export function usePreviewFeed() {
  return useMutation({ mutationFn: (source: FeedSourceInput) => ask(previewFeed, { body: source }) });
}

export function useResetFeed() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => ask(resetFeed),
    onSuccess: (state) => queries.setQueryData(feedKeys.all, state),
  });
}

/** Agrees that so many listings are taken out, which the feed no longer has. */
export function useTakeOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (listings: number) => ask(takeOutMissing, { body: { listings } }),
    onSettled: () => makeStale(queries, 'feed'),
  });
}

/** Whose a file's listings are: everybody's, or the agent's alone. */
export type FileFor = 'all' | 'own';

export function useReadFile() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ file, whose }: { readonly file: File; readonly whose: FileFor }) =>
      ask(whose === 'own' ? readOwnFile : readFileForAll, {
        body: await file.text(),
        type: file.name.toLowerCase().endsWith('.json') ? 'text/plain' : 'text/csv',
      }),
    onSuccess: () => void queries.invalidateQueries(),
  });
}

/** How many listings of the agent's own files are there. */
export function useOwnListings() {
  return useQuery({ queryKey: ownListingKeys.all, queryFn: () => ask(getOwnListings) });
}

export function useRemoveOwn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => ask(removeOwnListings),
    onSuccess: () => void queries.invalidateQueries(),
  });
}
