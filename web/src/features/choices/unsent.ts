import type { ChoiceBody, ChoiceForm } from '@perambula/contract';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** A message with homes as far as it is written. */
export interface Unsent {
  readonly form: ChoiceForm;
  readonly subject: string;
  /** HTML of the editor. */
  readonly words: string;
  readonly withPdf: boolean;
  /** By listing key, whether it goes, where the agent said so. */
  readonly ticks: Readonly<Record<string, boolean>>;
}

const BEGUN: Unsent = {
  form: 'pictures',
  subject: '',
  words: '<p>I think that these are worth your while. Tap like, unsure or not for us; it helps me to look for you.</p>',
  withPdf: false,
  ticks: {},
};

interface UnsentStore {
  readonly byClient: Readonly<Record<string, Unsent>>;
  readonly change: (clientId: string, changes: Partial<Unsent>) => void;
  readonly forget: (clientId: string) => void;
}

/** What is written to a client is kept in this browser until it is sent. */
const useUnsentStore = create<UnsentStore>()(
  persist(
    (set) => ({
      byClient: {},
      change: (clientId, changes) =>
        set(({ byClient }) => ({ byClient: { ...byClient, [clientId]: { ...BEGUN, ...byClient[clientId], ...changes } } })),
      forget: (clientId) =>
        set(({ byClient }) => ({ byClient: Object.fromEntries(Object.entries(byClient).filter(([id]) => id !== clientId)) })),
    }),
    { name: 'perambula.unsent' },
  ),
);

/** What is written to each of several clients, in their order. */
export function useUnsentTo(clientIds: readonly string[]): readonly Unsent[] {
  const byClient = useUnsentStore((store) => store.byClient);
  return clientIds.map((id) => byClient[id] ?? BEGUN);
}

/** It was sent: what is written next begins anew. */
export function forgetUnsent(clientId: string): void {
  useUnsentStore.getState().forget(clientId);
}

/** Homes for a client with what is written to them. */
export function choiceOf(clientId: string, listingKeys: readonly string[], { ticks: _, ...written }: Unsent): ChoiceBody {
  return { clientId, listingKeys, ...written };
}

export function useUnsent(clientId: string) {
  const unsent = useUnsentStore(({ byClient }) => byClient[clientId] ?? BEGUN);
  const { change, forget } = useUnsentStore();
  return {
    unsent,
    change: (changes: Partial<Unsent>): void => change(clientId, changes),
    forget: (): void => forget(clientId),
  };
}
