import { parentPort } from 'node:worker_threads';
import { Engine, fieldOf, ordered } from '@perambula/core';
import type { Count, ListingRecord, ResultKey, ResultSet, Search, TimeContext } from '@perambula/core';

/** What the engine's thread can be asked. */
export interface EngineCalls {
  put: { ask: { records: readonly ListingRecord[]; removed: readonly string[] }; answer: null };
  count: { ask: { search: Search; time: TimeContext }; answer: Count };
  select: {
    ask: { search: Search; set: ResultSet; line?: string; time: TimeContext; offset: number; limit: number };
    answer: { total: number; keys: ResultKey[] };
  };
  choices: { ask: { fields: readonly string[] }; answer: Record<string, { value: string; listings: number }[]> };
}

type Ask<K extends keyof EngineCalls = keyof EngineCalls> = { id: number; call: K; ask: EngineCalls[K]['ask'] };

const engine = new Engine();

const answers: { [K in keyof EngineCalls]: (ask: EngineCalls[K]['ask']) => EngineCalls[K]['answer'] } = {
  put({ records, removed }) {
    engine.put(records);
    engine.remove(removed);
    return null;
  },
  count: ({ search, time }) => engine.count(search, time),
  select({ search, set, line, time, offset, limit }) {
    const keys = ordered(engine.select(search, set, time, line), search.order, engine.columns);
    return { total: keys.length, keys: keys.slice(offset, offset + limit) };
  },
  choices: ({ fields }) => Object.fromEntries(fields.map((name) => [name, choicesOf(name)])),
};

function choicesOf(name: string): { value: string; listings: number }[] {
  const column = engine.columns.column(name);
  if (!fieldOf(name) || column.type !== 'choice') return [];
  const tally = new Map<string, number>();
  for (let row = 0; row < engine.columns.rows; row++) {
    const label = column.labels[column.codes[row] as number];
    if (label != null && engine.columns.isLive(row)) tally.set(label, (tally.get(label) ?? 0) + 1);
  }
  return [...tally].map(([value, listings]) => ({ value, listings })).sort((a, b) => b.listings - a.listings);
}

parentPort?.on('message', ({ id, call, ask }: Ask) => {
  try {
    const answer = (answers[call] as (ask: unknown) => unknown)(ask);
    parentPort?.postMessage({ id, answer });
  } catch (error) {
    parentPort?.postMessage({ id, error: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
});
