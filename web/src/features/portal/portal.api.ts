import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  askToSee,
  countVisits,
  getPortal,
  getToVerify,
  noteVisit,
  openPortal,
  react,
  stopFromPortal,
  withdrawOwnLinks,
} from '@perambula/contract';
import type { Portal, Verdict } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const portalKeys = queryKeys('portal', { staleBy: [] }, { by: (token: string) => [token] });
const toVerifyKeys = queryKeys('toVerify', { staleBy: [] }, { of: (key: string) => [key] });

/** What to verify of a home; without it, where that cannot be told. */
export function useToVerify(key: string) {
  return useQuery({
    queryKey: toVerifyKeys.of(key),
    queryFn: ({ signal }) => ask(getToVerify, { at: { key }, signal }),
    retry: false,
    staleTime: Infinity,
  });
}

/** Takes the link's token into a cookie once, then asks for the portal. */
export function usePortal(token: string | undefined) {
  return useQuery({
    queryKey: portalKeys.by(token ?? ''),
    queryFn: async () => {
      if (token) await ask(openPortal, { body: { token } });
      return ask(getPortal);
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
      const fresh = await ask(getPortal);
      client.setQueriesData<Portal>({ queryKey: portalKeys.all }, fresh);
    },
  });
}

export const useReact = (key: string) =>
  usePortalChange((body: { verdict: Verdict; note: string }) => ask(react, { at: { key }, body }));
export const useAskToSee = (key: string) => usePortalChange((wish: string) => ask(askToSee, { at: { key }, body: { wish } }));
export const useStop = () => usePortalChange(() => ask(stopFromPortal));
export const useWithdrawLinks = () => useMutation({ mutationFn: () => ask(withdrawOwnLinks) });
export const useCountVisits = () => usePortalChange((counted: boolean) => ask(countVisits, { body: { counted } }));

export function tellOpened(key: string): void {
  void ask(noteVisit, { at: { key } }).catch(() => undefined);
}
