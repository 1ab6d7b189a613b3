import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Portal, Verdict } from '@perambula/contract';
import { ask } from '../../shared/http.js';

/** Takes the link's token into a cookie once, then asks for the portal. */
export function usePortal(token: string | undefined) {
  return useQuery({
    queryKey: ['portal', token ?? ''],
    queryFn: async () => {
      if (token) await ask('portal/session', { body: { token } });
      return ask<Portal>('portal');
    },
    retry: false,
    staleTime: Infinity,
    refetchOnWindowFocus: false,
  });
}

function usePortalChange<T>(change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: async () => {
      const fresh = await ask<Portal>('portal');
      client.setQueriesData<Portal>({ queryKey: ['portal'] }, fresh);
    },
  });
}

export const useReact = (key: string) =>
  usePortalChange((body: { verdict: Verdict; note: string }) => ask(`portal/homes/${key}/reaction`, { method: 'PUT', body }));
export const useAskToSee = (key: string) =>
  usePortalChange((wish: string) => ask(`portal/homes/${key}/showing`, { body: { wish } }));
export const useStop = () => usePortalChange(() => ask('portal/stop', { method: 'POST' }));
export const useWithdrawLinks = () => useMutation({ mutationFn: () => ask('portal/links', { method: 'DELETE' }) });
export const useCountVisits = () =>
  usePortalChange((counted: boolean) => ask('portal/visits', { method: 'PUT', body: { counted } }));

export function tellOpened(key: string): void {
  void ask(`portal/homes/${key}/visit`, { method: 'POST' }).catch(() => undefined);
}
