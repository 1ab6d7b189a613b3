import type { QueryClient } from '@tanstack/react-query';
import type { EventName } from '@perambula/contract';

/** What the agent changes on this page; the server tells other browsers of it in its own words, or not at all. */
type OwnChange = 'alert' | 'bound' | 'client' | 'draft' | 'feed' | 'round' | 'search' | 'shortlist' | 'startingSet' | 'task';

/** What makes answers stale: an event that the server tells, or a change made here. */
export type Change = EventName | OwnChange;

/** What makes stale whatever goes by the listings as they stand. */
export const MARKET_CHANGES: readonly Change[] = ['clock', 'listings'];

interface Staleness {
  /** Each of which makes all answers under these keys stale. */
  readonly staleBy: readonly Change[];
  /** They are asked for anew only when next opened: they stand on every page, or take long to work out. */
  readonly whenOpened?: boolean;
}

type Maker = (...args: never[]) => readonly unknown[];

type KeysOf<Of extends Record<string, Maker>> = { readonly all: readonly [string] } & {
  readonly [Name in keyof Of]: (...args: Parameters<Of[Name]>) => readonly unknown[];
};

const known = new Map<string, Staleness>();

/**
 * The query keys of one kind of answer, made where it is asked for.
 *
 * @param first  the first word of them all
 * @param of     the rest of a key, by what it is called
 * @throws Error where two kinds of answer have the same first word
 */
// eslint-disable-next-line @typescript-eslint/no-generated-empty-object-type -- keys without a rest have no more names
export function queryKeys<Of extends Record<string, Maker> = Record<never, Maker>>(
  first: string,
  staleness: Staleness,
  of: Of = {} as Of,
): KeysOf<Of> {
  if (known.has(first) && !import.meta.hot) throw new Error(`Two kinds of answer begin their query keys with ${first}.`);
  known.set(first, staleness);
  const made = Object.entries(of).map(([name, rest]) => [name, (...args: never[]) => [first, ...rest(...args)]] as const);
  return { all: [first], ...Object.fromEntries(made) } as unknown as KeysOf<Of>;
}

/** What a change makes stale, by the first words of its query keys. */
export function keysStaleBy(change: Change): readonly string[] {
  return [...known].filter(([, each]) => each.staleBy.includes(change)).map(([first]) => first);
}

/** Asks anew for what a change makes stale. */
export async function makeStale(client: QueryClient, change: Change): Promise<void> {
  await Promise.all(
    keysStaleBy(change).map((first) =>
      client.invalidateQueries({ queryKey: [first], refetchType: known.get(first)?.whenOpened ? 'none' : 'active' }),
    ),
  );
}
