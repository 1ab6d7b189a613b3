import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getOwnDigest, getSent, listSent, sendAgain, setOwnDigest } from '@perambula/contract';
import type { SentFilter } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const sentKeys = queryKeys(
  'sent',
  { staleBy: ['clock', 'mail', 'visit', 'client'] },
  {
    of: (clientId: string | null, which: SentFilter) => ['of', clientId, which],
    one: (id: string | undefined) => ['one', id],
  },
);

export interface SentWhich {
  /** Null for all clients. */
  readonly clientId: string | null;
  readonly which: SentFilter;
}

/** What went out, the newest first, page by page. */
export function useSent({ clientId, which }: SentWhich) {
  return useInfiniteQuery({
    queryKey: sentKeys.of(clientId, which),
    queryFn: ({ pageParam, signal }) =>
      ask(listSent, { query: { ...(clientId ? { clientId } : {}), which, ...(pageParam ? { from: pageParam } : {}) }, signal }),
    initialPageParam: '',
    getNextPageParam: ({ older }) => older,
  });
}

export function useSentMessage(id: string | undefined) {
  return useQuery({
    queryKey: sentKeys.one(id),
    queryFn: ({ signal }) => ask(getSent, { at: { id: id ?? '' }, signal }),
    enabled: id !== undefined,
  });
}

export function useSendAgain() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask(sendAgain, { at: { id } }),
    onSuccess: () => makeStale(client, 'mail'),
  });
}

const digestKeys = queryKeys('ownDigest', { staleBy: [] });

export function useOwnDigest() {
  return useQuery({ queryKey: digestKeys.all, queryFn: () => ask(getOwnDigest) });
}

export function useSetOwnDigest() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (isWanted: boolean) => ask(setOwnDigest, { body: { isWanted } }),
    onSuccess: (digest) => client.setQueryData(digestKeys.all, digest),
  });
}
