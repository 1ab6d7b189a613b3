import { keepPreviousData, useMutation, useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { makeHandout, previewChoice, sendChoice } from '@perambula/contract';
import type { AllTheSame, ChoiceBody, ChoiceForm, ChoicePreview, LookedAt } from '@perambula/contract';
import { download } from '../../shared/download.js';
import { ask, messageOf } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';
import { allTheSame } from './choices.rules.js';
import { forgetUnsent } from './unsent.js';

const lookKeys = queryKeys(
  'lastLook',
  { staleBy: [...MARKET_CHANGES, 'reaction', 'client', 'search', 'mail'] },
  { of: (choice: ChoiceBody, going: readonly string[] | undefined) => [choice, going] },
);

/** @param going  those that go, where the agent has ticked any; left out, the server says which */
export function useChoicePreview(choice: ChoiceBody, going: readonly string[] | undefined) {
  return useQuery({ ...previewOf(choice, going), placeholderData: keepPreviousData });
}

/** The same for several clients, in their order; undefined where it is not known yet. */
export function useChoicePreviews(choices: readonly ChoiceBody[]): readonly (ChoicePreview | undefined)[] {
  return useQueries({ queries: choices.map((choice) => previewOf(choice, undefined)) }).map(({ data }) => data);
}

function previewOf(choice: ChoiceBody, going: readonly string[] | undefined) {
  return {
    queryKey: lookKeys.of(choice, going),
    queryFn: ({ signal }: { readonly signal: AbortSignal }) =>
      ask(previewChoice, { body: { ...choice, ...(going ? { going } : {}) }, signal }),
    enabled: choice.listingKeys.length > 0,
  };
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

/** What became of a message to one of several clients. */
export interface SentToOne {
  readonly clientId: string;
  /** By their first names. */
  readonly readers: string;
  /** Why it did not go; null where it did. */
  readonly problem: string | null;
}

/** A message to one of several clients, as its sender has seen it. */
interface SeenMessage {
  readonly choice: ChoiceBody;
  readonly going: readonly LookedAt[];
  readonly readers: string;
}

/** Sends to several, one after the other; that one cannot be sent keeps no other back. */
export function useSendToSeveral() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (messages: readonly SeenMessage[]) => {
      const all: SentToOne[] = [];
      for (const message of messages) all.push(await sendToOne(message));
      return all;
    },
    onSettled: () => client.invalidateQueries({ queryKey: lookKeys.all }),
    onSuccess: () => makeStale(client, 'client'),
  });
}

async function sendToOne({ choice, going, readers }: SeenMessage): Promise<SentToOne> {
  const { clientId } = choice;
  const listingKeys = going.map(({ listingKey }) => listingKey);
  try {
    await ask(sendChoice, { body: { ...choice, listingKeys, allTheSame: allTheSame(going) } });
    forgetUnsent(clientId);
    return { clientId, readers, problem: null };
  } catch (error) {
    return { clientId, readers, problem: `Not sent: ${messageOf(error)}` };
  }
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
