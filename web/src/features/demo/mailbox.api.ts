import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getMail, getMailManner, listMail, reportMail, setMailManner } from '@perambula/contract';
import type { MailManner, MAIL_REPORTS } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const mailboxKeys = queryKeys(
  'mailbox',
  { staleBy: ['mail', 'client', 'showing'] },
  { manner: () => ['manner'], pages: () => ['pages'], message: (id: string | undefined) => ['message', id] },
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

/** How the demo's mail server behaves. */
export function useMailManner() {
  return useQuery({ queryKey: mailboxKeys.manner(), queryFn: () => ask(getMailManner) });
}

export function useSetMailManner() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (manner: MailManner) => ask(setMailManner, { body: { manner } }),
    onSuccess: (answer) => client.setQueryData(mailboxKeys.manner(), answer),
  });
}

/** A message comes back, or its reader calls it unwanted. */
export function useReportMail(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (kind: (typeof MAIL_REPORTS)[number]) => ask(reportMail, { at: { id }, body: { kind } }),
    onSuccess: () => makeStale(client, 'mail'),
  });
}
