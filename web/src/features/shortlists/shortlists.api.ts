import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  addToShortlist,
  changeItem,
  changeShortlist,
  copyShortlist,
  createShortlist,
  listShortlists,
  mergeShortlists,
  removeItem,
  removeShortlist,
  reorderItems,
  restoreItem,
  restoreShortlist,
  shareShortlist,
} from '@perambula/contract';
import type { Shortlist, Stage } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

export const shortlistKeys = queryKeys(
  'shortlists',
  { staleBy: ['listings', 'reaction', 'shortlist', 'showing'] },
  { minutes: (searchId: string, version: number, keys: readonly string[]) => ['minutes', searchId, version, keys] },
);

export function useShortlists() {
  return useQuery({ queryKey: shortlistKeys.all, queryFn: () => ask(listShortlists) });
}

/** `turn` names what is changed step by step: each such change waits until the one before it is answered. */
function useShortlistChange<T>(change: (input: T) => Promise<Shortlist>, turn?: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    ...(turn && { scope: { id: turn } }),
    onSuccess: (shortlist) => {
      client.setQueryData<Shortlist[]>(shortlistKeys.all, (all) =>
        all?.map((each) => (each.id === shortlist.id ? shortlist : each)),
      );
      return makeStale(client, 'shortlist');
    },
  });
}

export const useAddToShortlist = () =>
  useShortlistChange(
    ({ to, listingKeys }: { to: { id: string } | { clientId: string | null; name: string }; listingKeys: readonly string[] }) =>
      'id' in to
        ? ask(addToShortlist, { at: { id: to.id }, body: { listingKeys } })
        : ask(createShortlist, { body: { ...to, listingKeys } }),
  );

export const useChangeItem = (id: string) =>
  useShortlistChange(
    ({ itemId, ...body }: { itemId: string; note?: string; stage?: Stage; why?: string }) =>
      ask(changeItem, { at: { id, itemId }, body }),
    `items of ${id}`,
  );

export const useRemoveItem = (id: string) => useShortlistChange((itemId: string) => ask(removeItem, { at: { id, itemId } }));

export const useRestoreItem = (id: string) => useShortlistChange((itemId: string) => ask(restoreItem, { at: { id, itemId } }));

export const useChangeShortlist = (id: string) =>
  useShortlistChange((body: { name?: string; archived?: boolean; clientId?: string }) =>
    ask(changeShortlist, { at: { id }, body }),
  );

export const useCopyShortlist = (id: string) =>
  useShortlistChange((name: string) => ask(copyShortlist, { at: { id }, body: { name } }));

export const useMergeShortlists = (id: string) =>
  useShortlistChange((otherId: string) => ask(mergeShortlists, { at: { id }, body: { otherId } }));

export function useRemoveShortlist(id: string) {
  const client = useQueryClient();
  return useMutation({ mutationFn: () => ask(removeShortlist, { at: { id } }), onSuccess: () => makeStale(client, 'shortlist') });
}

/** Brings back a shortlist that was deleted, or made part of another. */
export const useRestoreShortlist = () => useShortlistChange((id: string) => ask(restoreShortlist, { at: { id } }));

export const useShare = (id: string) =>
  useShortlistChange((shared: boolean) => ask(shareShortlist, { at: { id }, body: { shared } }));

export const useReorder = (id: string) =>
  useShortlistChange((itemIds: readonly string[]) => ask(reorderItems, { at: { id }, body: { itemIds } }), `order of ${id}`);
