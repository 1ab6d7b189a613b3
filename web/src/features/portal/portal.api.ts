import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  askToSee,
  changeOwnAlert,
  countVisits,
  dropShared,
  getPortal,
  getPortalCards,
  getPortalHome,
  getToVerify,
  getWishWords,
  mailCode,
  MOST_PORTAL_CARDS,
  noteVisit,
  openVisitsCalendar,
  openPortal,
  orderShared,
  proposeWish,
  react,
  shareReactions,
  stopFromPortal,
  tryWish,
  typeCode,
  withdrawOwnLinks,
  writeToAgent,
} from '@perambula/contract';
import type { AlertState, Portal, Verdict, Wish } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const portalKeys = queryKeys('portal', { staleBy: [] }, { by: (token: string) => [token] });
const homeKeys = queryKeys('portalHome', { staleBy: [] }, { of: (key: string) => [key] });
const cardKeys = queryKeys('portalCards', { staleBy: [] }, { of: (keys: readonly string[]) => keys });
const wordKeys = queryKeys('wishWords', { staleBy: [] });
const wishKeys = queryKeys('wishes', { staleBy: [] }, { of: (searchId: string, wish: Wish) => [searchId, wish] });
const toVerifyKeys = queryKeys('toVerify', { staleBy: [] }, { of: (key: string) => [key] });

/** What some homes are, one after the other; of many, some at a time. */
export function useCards(keys: readonly string[]) {
  return useQuery({
    queryKey: cardKeys.of(keys),
    queryFn: async ({ signal }) => {
      const parts = Array.from({ length: Math.ceil(keys.length / MOST_PORTAL_CARDS) }, (_, i) =>
        keys.slice(i * MOST_PORTAL_CARDS, (i + 1) * MOST_PORTAL_CARDS),
      );
      return (await Promise.all(parts.map((part) => ask(getPortalCards, { query: { keys: part.join(',') }, signal })))).flat();
    },
    enabled: keys.length > 0,
    retry: false,
    staleTime: 5 * 60_000,
  });
}

/** What is read of one home by itself. */
export function usePortalHome(key: string) {
  return useQuery({
    queryKey: homeKeys.of(key),
    queryFn: ({ signal }) => ask(getPortalHome, { at: { key }, signal }),
    retry: false,
    staleTime: 5 * 60_000,
  });
}

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
  const client = useQueryClient();
  return useQuery({
    queryKey: portalKeys.by(token ?? ''),
    queryFn: async () => {
      if (token) await ask(openPortal, { body: { token } });
      const portal = await ask(getPortal);
      // the pages that it leads to have no token in their address
      if (token) client.setQueryData(portalKeys.by(''), portal);
      return portal;
    },
    retry: false,
    staleTime: Infinity,
    refetchOnWindowFocus: false,
  });
}

/** `turn` names what is changed step by step: each such change waits until the one before it is answered. */
function usePortalChange<T>(change: (input: T) => Promise<unknown>, turn?: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    ...(turn && { scope: { id: turn } }),
    onSuccess: async () => {
      const fresh = await ask(getPortal);
      client.setQueriesData<Portal>({ queryKey: portalKeys.all }, fresh);
    },
  });
}

export const useReact = (key: string) =>
  usePortalChange((body: { verdict: Verdict; note: string }) => ask(react, { at: { key }, body }));
export const useAskToSee = (key: string) => usePortalChange((wish: string) => ask(askToSee, { at: { key }, body: { wish } }));
export const useOrderShared = (id: string) =>
  usePortalChange((keys: readonly string[]) => ask(orderShared, { at: { id }, body: { keys } }), `order of ${id}`);
export const useDropShared = (id: string) =>
  usePortalChange(({ key, dropped }: { key: string; dropped: boolean }) =>
    ask(dropShared, { at: { id, key }, body: { dropped } }),
  );
export const useMailCode = () => useMutation({ mutationFn: () => ask(mailCode) });

/** What the code shows is then asked for anew. */
export function useTypeCode() {
  const client = useQueryClient();
  return usePortalChange(async (code: string) => {
    await ask(typeCode, { body: { code } });
    await client.invalidateQueries({ queryKey: homeKeys.all });
  });
}
export const useStop = () => usePortalChange(() => ask(stopFromPortal));
export const useWithdrawLinks = () => useMutation({ mutationFn: () => ask(withdrawOwnLinks) });
export const useOpenVisitsCalendar = () => useMutation({ mutationFn: () => ask(openVisitsCalendar) });
export const useCountVisits = () => usePortalChange((counted: boolean) => ask(countVisits, { body: { counted } }));

export const useShareReactions = () => usePortalChange((shared: boolean) => ask(shareReactions, { body: { shared } }));

export const useWrite = () => usePortalChange((body: { text: string; listingKey?: string }) => ask(writeToAgent, { body }));
export const useChangeAlert = (searchId: string) =>
  usePortalChange((body: Partial<Pick<AlertState, 'cadence' | 'state'>>) => ask(changeOwnAlert, { at: { id: searchId }, body }));

export function tellOpened(key: string): void {
  void ask(noteVisit, { at: { key } }).catch(() => undefined);
}

/** The names of places that a wish in words can use; without them until they are there. */
export function useWishWords() {
  return useQuery({ queryKey: wordKeys.all, queryFn: ({ signal }) => ask(getWishWords, { signal }), staleTime: Infinity });
}

/** What a wish would do to a search, once there is one. */
export function useWishEffect(searchId: string, wish: Wish | null) {
  return useQuery({
    queryKey: wishKeys.of(searchId, wish ?? { wish: { lines: [], bounds: [] }, widens: false }),
    queryFn: ({ signal }) => ask(tryWish, { at: { id: searchId }, body: wish as Wish, signal }),
    enabled: wish !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

export const usePropose = (searchId: string) =>
  usePortalChange((body: Wish & { text: string }) => ask(proposeWish, { at: { id: searchId }, body }));
