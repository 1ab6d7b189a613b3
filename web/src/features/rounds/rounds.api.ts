import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  acceptRoundOffer,
  addToRound,
  askForRound,
  changeItem,
  changeRound,
  changeRoundHome,
  createRound,
  getDaySheet,
  getOfferOutcome,
  getRound,
  getRoundDay,
  getRoundOrder,
  listRounds,
  listShortlists,
  orderRoundBest,
  removeRound,
  removeRoundHome,
  reorderRound,
  roundAskOf,
  sendRound,
} from '@perambula/contract';
import type { Round, RoundHomeChange, RoundSettings, SheetFor } from '@perambula/contract';
import type { Aim } from '@perambula/core';
import { download } from '../../shared/download.js';
import { ask } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const roundKeys = queryKeys(
  'rounds',
  { staleBy: [...MARKET_CHANGES, 'showing', 'round'] },
  {
    list: () => ['list'],
    one: (id: string) => ['one', id],
    offer: (id: string, homeId: string) => ['one', id, 'offer', homeId],
    order: (id: string, aim: string, stand: string) => ['one', id, 'order', aim, stand],
    day: (id: string) => ['day', id],
  },
);

export function useRounds() {
  return useQuery({ queryKey: roundKeys.list(), queryFn: () => ask(listRounds) });
}

export function useRound(id: string) {
  return useQuery({ queryKey: roundKeys.one(id), queryFn: ({ signal }) => ask(getRound, { at: { id }, signal }) });
}

/** A round's day, with what was written on the road. */
export function useRoundDay(id: string, isWanted: boolean) {
  return useQuery({
    queryKey: roundKeys.day(id),
    queryFn: ({ signal }) => ask(getRoundDay, { at: { id }, signal }),
    enabled: isWanted,
  });
}

/** Drops a home from all shortlists of a client. Gives from how many. */
export function useDropHome(clientId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (listingKey: string): Promise<number> => {
      const items = (await ask(listShortlists)).flatMap((list) =>
        list.clientId === clientId
          ? list.items
              .filter((item) => item.listingKey === listingKey && item.stage !== 'dropped')
              .map(({ id }) => ({ list, id }))
          : [],
      );
      for (const { list, id: itemId } of items)
        await ask(changeItem, { at: { id: list.id, itemId }, body: { stage: 'dropped', why: 'Seen, and not for them' } });
      return items.length;
    },
    onSuccess: () => makeStale(client, 'shortlist'),
  });
}

export function useCreateRound() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { clientId: string | null; on: string; listingKeys: readonly string[] }) => ask(createRound, { body }),
    onSuccess: () => makeStale(client, 'round'),
  });
}

export function useAddToRound() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, listingKeys }: { id: string; listingKeys: readonly string[] }) =>
      ask(addToRound, { at: { id }, body: { listingKeys } }),
    onSuccess: () => makeStale(client, 'round'),
  });
}

/** A change of one round, whose answer is how it stands then; each waits until the one before it is answered. */
function useRoundChange<T>(id: string, change: (input: T) => Promise<Round>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    scope: { id: `round ${id}` },
    onSuccess: (round) => client.setQueryData(roundKeys.one(id), round),
  });
}

export const useChangeRound = (id: string) => useRoundChange(id, (body: RoundSettings) => ask(changeRound, { at: { id }, body }));
export const useReorderRound = (id: string) =>
  useRoundChange(id, (homeIds: readonly string[]) => ask(reorderRound, { at: { id }, body: { homeIds } }));
/** What the best order by an aim would come to, as the round stands. */
export function useOrderFor(round: Round, aim: Aim) {
  const { id, on, begin, end } = round;
  const { stops, leaveAt, backBy, break: pause } = roundAskOf(round);
  // in whatever order the homes stand, the best one is the same
  const inOrder = [...stops].sort((a, b) => a.id.localeCompare(b.id));
  const stand = JSON.stringify([inOrder, on, begin, end, leaveAt, backBy, pause]);
  return useQuery({
    queryKey: roundKeys.order(id, aim, stand),
    queryFn: ({ signal }) => ask(getRoundOrder, { at: { id, aim }, signal }),
  });
}

/** Puts the homes in the best order by an aim, whoever ordered them before. */
export const useTakeOrder = (id: string) =>
  useRoundChange(id, async (aim: Aim) => {
    await ask(changeRound, { at: { id }, body: { aim } });
    return ask(orderRoundBest, { at: { id } });
  });

export const useOrderBest = (id: string) => useRoundChange(id, () => ask(orderRoundBest, { at: { id } }));
export const useChangeRoundHome = (id: string) =>
  useRoundChange(id, ({ homeId, ...body }: RoundHomeChange & { readonly homeId: string }) =>
    ask(changeRoundHome, { at: { id, homeId }, body }),
  );
export const useRemoveRoundHome = (id: string) =>
  useRoundChange(id, (homeId: string) => ask(removeRoundHome, { at: { id, homeId } }));

/** What the time that a listing office offers would do to a round. */
export function useOfferOutcome(id: string, homeId: string) {
  return useQuery({
    queryKey: roundKeys.offer(id, homeId),
    queryFn: ({ signal }) => ask(getOfferOutcome, { at: { id, homeId }, signal }),
  });
}

export function useAcceptRoundOffer(id: string, homeId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { withoutAgreement?: boolean }) => ask(acceptRoundOffer, { at: { id, homeId }, body }),
    onSuccess: () => makeStale(client, 'showing'),
  });
}

export function useSendRound(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask(sendRound, { at: { id } }),
    onSuccess: () => makeStale(client, 'showing'),
  });
}

export function useRemoveRound(id: string) {
  const client = useQueryClient();
  return useMutation({ mutationFn: () => ask(removeRound, { at: { id } }), onSuccess: () => makeStale(client, 'round') });
}

export function useDaySheet(id: string) {
  return useMutation({
    mutationFn: async (sheetFor: SheetFor): Promise<void> =>
      download(await ask(getDaySheet, { at: { id }, query: { sheetFor } }), 'day-sheet.pdf'),
  });
}

export function useAskForRound(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { withoutAgreement?: boolean }) => ask(askForRound, { at: { id }, body }),
    onSuccess: () => makeStale(client, 'showing'),
  });
}
