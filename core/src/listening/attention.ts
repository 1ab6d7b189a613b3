const DAY = 86_400_000;

/** How a client's reading is told from their usual: all spans in days. */
export const ATTENTION = {
  /** So many messages, over so many days, and nobody came: never opened. */
  neverOpened: { messages: 3, days: 5 },
  /** Silent for so long at least, and so many times as long as their usual gap, with so many messages meanwhile. */
  quiet: { visits: 3, days: 7, timesUsual: 3, messages: 2 },
  /** The same home on so many days of the last so many. */
  returns: { days: 3, within: 14 },
} as const;

/** What is known of somebody's reading; moments in milliseconds since 1970 UTC, in any order. */
export interface Reading {
  /** When they were sent homes. */
  readonly messages: readonly number[];
  /** When they came by or said something. */
  readonly visits: readonly number[];
  /** Homes opened, each time that they were. */
  readonly opened: readonly { readonly listingKey: string; readonly at: number }[];
  /** Homes that they refused, or have asked to see. */
  readonly settled: ReadonlySet<string>;
}

export type Attention =
  | { readonly kind: 'returns'; readonly listingKey: string; readonly days: number }
  /** Days since they came last, and between their visits usually. */
  | { readonly kind: 'quiet'; readonly days: number; readonly usual: number; readonly messages: number }
  | { readonly kind: 'neverOpened'; readonly messages: number; readonly days: number };

/**
 * What in somebody's reading deserves a word, by what was counted and nothing else: they return to one home, went quiet
 * against their own rhythm, or never opened a thing. Null where nothing does.
 */
export function attentionOf(reading: Reading, now: number): Attention | null {
  return returnsOf(reading, now) ?? (reading.visits.length === 0 ? neverOpened(reading, now) : quiet(reading, now));
}

function returnsOf({ opened, settled }: Reading, now: number): Attention | null {
  const { days: least, within } = ATTENTION.returns;
  const days = new Map<string, Set<number>>();
  for (const { listingKey, at } of opened) {
    if (settled.has(listingKey) || at < now - within * DAY) continue;
    days.set(listingKey, (days.get(listingKey) ?? new Set()).add(Math.floor(at / DAY)));
  }
  const [most] = [...days].sort(([, a], [, b]) => b.size - a.size);
  return most && most[1].size >= least ? { kind: 'returns', listingKey: most[0], days: most[1].size } : null;
}

function neverOpened({ messages }: Reading, now: number): Attention | null {
  if (messages.length < ATTENTION.neverOpened.messages) return null;
  const days = Math.floor((now - Math.min(...messages)) / DAY);
  return days >= ATTENTION.neverOpened.days ? { kind: 'neverOpened', messages: messages.length, days } : null;
}

function quiet({ messages, visits }: Reading, now: number): Attention | null {
  const { visits: leastVisits, days: leastDays, timesUsual, messages: leastMessages } = ATTENTION.quiet;
  // what is done on one day is one visit
  const days = [...new Set(visits.map((at) => Math.floor(at / DAY)))].sort((a, b) => a - b);
  if (days.length < leastVisits) return null;
  const gaps = days.slice(1).map((day, i) => day - (days[i] ?? day));
  const usual = median(gaps);
  const last = Math.max(...visits);
  const silent = Math.floor((now - last) / DAY);
  const missed = messages.filter((at) => at > last).length;
  if (silent < leastDays || silent < usual * timesUsual || missed < leastMessages) return null;
  return { kind: 'quiet', days: silent, usual, messages: missed };
}

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? (sorted[middle] ?? 0) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
}
