import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { deserialize, serialize } from 'node:v8';
import { Engine, fieldOf, ordered } from '@perambula/core';
import type { ColumnsSnapshot, Count, ListingRecord, ResultKey, ResultSet, Search, TimeContext } from '@perambula/core';
import { answerCalls } from '../common/thread.js';

/** What the engine's thread can be asked. */
export interface EngineCalls {
  /** Records as JSON, which is cheaper to hand over and is parsed here. */
  put: { ask: { records: readonly string[]; removed: readonly string[] }; answer: null };
  count: { ask: { search: Search; time: TimeContext }; answer: Count };
  select: {
    ask: { search: Search; set: ResultSet; line?: string; time: TimeContext; offset: number; limit: number };
    answer: { total: number; keys: ResultKey[] };
  };
  /** Writes what the engine holds, as of a sequence number. */
  save: { ask: { file: string; sequence: number }; answer: null };
  /** Takes what was written; gives its sequence number, or null when there is nothing that this build can read. */
  load: { ask: { file: string }; answer: number | null };
  choices: { ask: { fields: readonly string[] }; answer: Record<string, { value: string; listings: number }[]> };
}

const engine = new Engine();
/** Tells one build of core from another: what it computed is not read by the next. */
const build = hashOf(dirname(fileURLToPath(import.meta.resolve('@perambula/core'))));

answerCalls<EngineCalls>({
  put({ records, removed }) {
    engine.put(records.map((record) => JSON.parse(record) as ListingRecord));
    engine.remove(removed);
    return null;
  },
  count: ({ search, time }) => engine.count(search, time),
  select({ search, set, line, time, offset, limit }) {
    const keys = ordered(engine.select(search, set, time, line), search.order, engine.columns);
    return { total: keys.length, keys: keys.slice(offset, offset + limit) };
  },
  save({ file, sequence }) {
    writeFileSync(`${file}.new`, serialize({ build, sequence, columns: engine.snapshot() }));
    renameSync(`${file}.new`, file);
    return null;
  },
  load({ file }) {
    if (!existsSync(file)) return null;
    const saved = deserialize(readFileSync(file)) as { build: string; sequence: number; columns: ColumnsSnapshot };
    if (saved.build !== build) return null;
    engine.restore(saved.columns);
    return saved.sequence;
  },
  choices: ({ fields }) => Object.fromEntries(fields.map((name) => [name, choicesOf(name)])),
});

function hashOf(folder: string): string {
  const hash = createHash('sha256');
  for (const name of (readdirSync(folder, { recursive: true }) as string[]).filter((each) => each.endsWith('.js')).sort())
    hash.update(readFileSync(join(folder, name)));
  return hash.digest('hex');
}

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
