import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { FeedState, FieldCoverage, FileReport, OwnListings } from '@perambula/contract';
import { ask, send } from '../../shared/http.js';

/** While the feed is being read its figures are asked for every other second. */
export function useFeed() {
  return useQuery({
    queryKey: ['feed'],
    queryFn: () => ask<FeedState>('feed'),
    refetchInterval: ({ state }) => (state.data?.doing === 'waiting' && state.data.hasReadAll ? 15_000 : 2_000),
  });
}

/** Counted over all homes for sale, so asked for once in a while only. */
export function useCoverage() {
  return useQuery({ queryKey: ['coverage'], queryFn: () => ask<FieldCoverage[]>('feed/coverage'), staleTime: 600_000 });
}

export function useChooseFeed() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (source: { readonly address: string; readonly token: string }) =>
      ask<FeedState>('feed/source', { method: 'PUT', body: source }),
    onSuccess: (state) => queries.setQueryData(['feed'], state),
  });
}

export function useResetFeed() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => ask<FeedState>('feed/source', { method: 'DELETE' }),
    onSuccess: (state) => queries.setQueryData(['feed'], state),
  });
}

/** Agrees that so many listings are taken out, which the feed no longer has. */
export function useTakeOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (listings: number) => ask<FeedState>('feed/missing/agreement', { method: 'POST', body: { listings } }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['feed'] }),
  });
}

/** Whose a file's listings are: everybody's, or the agent's alone. */
export type FileFor = 'all' | 'own';

export function useReadFile() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ file, whose }: { readonly file: File; readonly whose: FileFor }) =>
      send<FileReport>(
        whose === 'own' ? 'feed/files/own' : 'feed/files',
        await file.text(),
        file.name.toLowerCase().endsWith('.json') ? 'text/plain' : 'text/csv',
      ),
    onSuccess: () => void queries.invalidateQueries(),
  });
}

/** How many listings of the agent's own files are there. */
export function useOwnListings() {
  return useQuery({ queryKey: ['own listings'], queryFn: () => ask<OwnListings>('feed/files/own') });
}

export function useRemoveOwn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => ask<OwnListings>('feed/files/own', { method: 'DELETE' }),
    onSuccess: () => void queries.invalidateQueries(),
  });
}
