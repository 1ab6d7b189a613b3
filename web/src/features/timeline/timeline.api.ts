import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { addEntry, answerClient, getTimeline, removeEntry } from '@perambula/contract';
import type { HappeningKind } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const timelineKeys = queryKeys(
  'timeline',
  { staleBy: ['clock', 'visit', 'reaction', 'showing', 'mail', 'client', 'search', 'alert', 'shortlist'] },
  { of: (clientId: string, kinds: readonly HappeningKind[]) => [clientId, ...kinds] },
);

/** What happened with a client, the latest first, page by page. With no kinds, all of them. */
export function useTimeline(clientId: string, kinds: readonly HappeningKind[]) {
  return useInfiniteQuery({
    queryKey: timelineKeys.of(clientId, kinds),
    queryFn: ({ pageParam, signal }) =>
      ask(getTimeline, {
        at: { id: clientId },
        query: { ...(kinds.length > 0 ? { kinds: kinds.join(',') } : {}), ...(pageParam ? { before: pageParam } : {}) },
        signal,
      }),
    initialPageParam: '',
    getNextPageParam: ({ earlier }) => earlier,
  });
}

function useTimelineChange<T>(change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => makeStale(client, 'client') });
}

export const useAddEntry = (clientId: string) =>
  useTimelineChange((body: { kind: 'note' | 'call'; text: string }) => ask(addEntry, { at: { id: clientId }, body }));
export const useRemoveEntry = (clientId: string) =>
  useTimelineChange((entryId: string) => ask(removeEntry, { at: { id: clientId, entryId } }));
export const useAnswerClient = () =>
  useTimelineChange(({ clientId, entryId, text }: { clientId: string; entryId: string; text: string }) =>
    ask(answerClient, { at: { id: clientId, entryId }, body: { text } }),
  );
