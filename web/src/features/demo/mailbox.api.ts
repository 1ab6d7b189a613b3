import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { getMail, listMail } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const mailboxKeys = queryKeys(
  'mailbox',
  { staleBy: ['mail', 'client', 'showing'] },
  { pages: () => ['pages'], message: (id: string | undefined) => ['message', id] },
);

/** Messages, the newest first, as many pages as were asked for. */
export function useMailbox() {
  return useInfiniteQuery({
    queryKey: mailboxKeys.pages(),
    queryFn: ({ pageParam }) => ask(listMail, { query: pageParam === null ? {} : { from: pageParam } }),
    initialPageParam: null as string | null,
    getNextPageParam: ({ older }) => older,
    refetchInterval: 5000,
  });
}

export function useMail(id: string | undefined) {
  return useQuery({ queryKey: mailboxKeys.message(id), queryFn: () => ask(getMail, { at: { id: id ?? '' } }), enabled: !!id });
}
