import { useQuery } from '@tanstack/react-query';
import type { MailMessage, MailSummary } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useMailbox() {
  return useQuery({ queryKey: ['mailbox'], queryFn: () => ask<MailSummary[]>('mailbox'), refetchInterval: 5000 });
}

export function useMail(id: string | undefined) {
  return useQuery({ queryKey: ['mailbox', id], queryFn: () => ask<MailMessage>(`mailbox/${id}`), enabled: !!id });
}
