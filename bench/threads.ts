import { mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Search } from '@perambula/core';
import { randomOf } from '@perambula/county';
import { EngineThreads } from '@perambula/server';
import type { PutRecord } from '@perambula/server';
import { SEARCH, TIME } from './countedSearch.js';
import { manyListings } from './listings.js';
import { measured, report } from './measure.js';

const PEOPLE = 8;
const SECONDS = 6;
const BATCH = 5000;

/** People who ask without a pause, three lines changed each time: one thread, and as many as the machine runs at once. */
export async function benchThreads(size: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'perambula-bench-'));
  const file = join(folder, 'engine.snapshot');
  const begun = (threads: number): EngineThreads => new EngineThreads(threads, { countyDir: folder }, () => undefined);
  const filled = begun(1);
  let records: PutRecord[] = [];
  const put = async (): Promise<void> => {
    await filled.write('put', { records, removed: [] });
    records = [];
  };
  for (const record of manyListings(size))
    if (records.push({ data: JSON.stringify(record), reader: null }) === BATCH) await put();
  await put();
  await filled.ask('save', { file, sequence: 1 });
  await filled.end();

  const rows = [];
  const perSecond: string[] = [];
  for (const threads of [1, Math.min(4, availableParallelism())]) {
    const engine = begun(threads);
    await engine.write('load', { file });
    await asked(engine, 1);
    const times = await asked(engine, SECONDS);
    rows.push(measured(`${threads} ${threads === 1 ? 'thread' : 'threads'} over one memory`, times));
    perSecond.push(`${Math.round(times.length / SECONDS)} a second by ${threads}`);
    await engine.end();
  }
  rmSync(folder, { recursive: true });
  report(`${PEOPLE} people who ask without a pause, ${size.toLocaleString('en-US')} listings`, rows, perSecond.join(', '));
}

/** How long each answer took, in milliseconds. */
async function asked(engine: EngineThreads, seconds: number): Promise<number[]> {
  const times: number[] = [];
  const end = performance.now() + 1000 * seconds;
  const person = async (seed: number): Promise<void> => {
    const random = randomOf(seed);
    while (performance.now() < end) {
      const start = performance.now();
      const search = changed(random.int(0, 300), random.int(0, 800), random.int(0, 60));
      await engine.askSliced('count', { search, time: TIME, made: [], reader: null }, (id) => id);
      times.push(performance.now() - start);
    }
  };
  await Promise.all(Array.from({ length: PEOPLE }, (_, i) => person(i)));
  return times;
}

function changed(price: number, area: number, year: number): Search {
  const values: Readonly<Record<string, Search['lines'][number]>> = {
    a: { id: 'a', field: 'ListPrice', is: { between: [250_000, 300_000 + 1000 * price] } },
    e: { id: 'e', field: 'LivingArea', is: { atLeast: 1000 + area } },
    g: { id: 'g', field: 'YearBuilt', is: { atLeast: 1920 + year } },
  };
  return { ...SEARCH, lines: SEARCH.lines.map((line) => values[line.id] ?? line) };
}
