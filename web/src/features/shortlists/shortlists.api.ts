import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  addToShortlist,
  changeItem,
  createShortlist,
  listShortlists,
  removeItem,
  reorderItems,
  shareShortlist,
} from '@perambula/contract';
import type { Shortlist, Stage } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, queryKeys } from '../../shared/queryKeys.js';

const shortlistKeys = queryKeys('shortlists', { staleBy: ['listings', 'reaction', 'shortlist'] });

export function useShortlists() {
  return useQuery({ queryKey: shortlistKeys.all, queryFn: () => ask(listShortlists) });
}

function useShortlistChange<T>(change: (input: T) => Promise<Shortlist>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
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
    ({ to, listingKeys }: { to: { id: string } | { clientId: string; name: string }; listingKeys: readonly string[] }) =>
      'id' in to
        ? ask(addToShortlist, { at: { id: to.id }, body: { listingKeys } })
        : ask(createShortlist, { body: { ...to, listingKeys } }),
  );

export const useChangeItem = (id: string) =>
  useShortlistChange(({ itemId, ...body }: { itemId: string; note?: string; stage?: Stage }) =>
    ask(changeItem, { at: { id, itemId }, body }),
  );

export const useRemoveItem = (id: string) => useShortlistChange((itemId: string) => ask(removeItem, { at: { id, itemId } }));

export const useShare = (id: string) =>
  useShortlistChange((shared: boolean) => ask(shareShortlist, { at: { id }, body: { shared } }));

export const useReorder = (id: string) =>
  useShortlistChange((itemIds: readonly string[]) => ask(reorderItems, { at: { id }, body: { itemIds } }));
