import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { getMail, listMail } from '@perambula/contract';
import { ask } from '../../shared/http.js';

/** Messages, the newest first, as many pages as were asked for. */
export function useMailbox() {
  return useInfiniteQuery({
    queryKey: ['mailbox', 'pages'],
    queryFn: ({ pageParam }) => ask(listMail, { query: pageParam === null ? {} : { from: pageParam } }),
    initialPageParam: null as string | null,
    getNextPageParam: ({ older }) => older,
    refetchInterval: 5000,
  });
}

export function useMail(id: string | undefined) {
  return useQuery({ queryKey: ['mailbox', 'message', id], queryFn: () => ask(getMail, { at: { id: id ?? '' } }), enabled: !!id });
}
