import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { makeHandout, previewChoice, sendChoice } from '@perambula/contract';
import type { ChoiceBody, ChoiceForm, AllTheSame } from '@perambula/contract';
import { download } from '../../shared/download.js';
import { ask } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const lookKeys = queryKeys(
  'lastLook',
  { staleBy: [...MARKET_CHANGES, 'reaction', 'client', 'search', 'mail'] },
  { of: (choice: ChoiceBody, going: readonly string[] | undefined) => [choice, going] },
);

/** @param going  those that go, where the agent has ticked any; left out, the server says which */
export function useChoicePreview(choice: ChoiceBody, going: readonly string[] | undefined) {
  return useQuery({
    queryKey: lookKeys.of(choice, going),
    queryFn: ({ signal }) => ask(previewChoice, { body: { ...choice, ...(going ? { going } : {}) }, signal }),
    placeholderData: keepPreviousData,
    enabled: choice.listingKeys.length > 0,
  });
}

export function useSendChoice() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: ChoiceBody & { readonly allTheSame: readonly AllTheSame[] }) => ask(sendChoice, { body }),
    // something may have come in between
    onSettled: () => client.invalidateQueries({ queryKey: lookKeys.all }),
    onSuccess: () => makeStale(client, 'client'),
  });
}

/** Saves homes on paper as a PDF. */
export function useHandout() {
  return useMutation({
    mutationFn: async (body: {
      readonly listingKeys: readonly string[];
      readonly form: ChoiceForm;
      readonly title: string;
    }): Promise<void> => download(await ask(makeHandout, { body }), 'homes.pdf'),
  });
}
