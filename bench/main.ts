import { readFileSync } from 'node:fs';
import { createConnection } from 'mysql2/promise';
import type { RunFile } from '../scripts/stack.mjs';
import { benchAlerts } from './alerts.js';
import { benchBeside } from './beside.js';
import { benchBounds } from './bounds.js';
import { benchCount } from './count.js';
import { benchFeed, benchStream } from './feed.js';
import { benchBrowser } from './keystroke.js';
import { benchJudge } from './judge.js';
import { benchLearned } from './learned.js';
import { benchMap } from './map.js';
import { benchMany } from './many.js';
import { benchMarket } from './market.js';
import { benchPrices } from './prices.js';
import { benchReverse } from './reverse.js';
import { benchRoads } from './roads.js';
import { benchRounds } from './rounds.js';
import { benchThreads } from './threads.js';

const run = JSON.parse(readFileSync(process.env['PERAMBULA_RUN'] ?? '', 'utf8')) as RunFile;
const { name, ...access } = run.database;
const database = await createConnection({ ...access, database: name });
/** What is measured, in this order; `npm run bench -- roads reverse` measures only these. */
const parts: Readonly<Record<string, () => unknown>> = {
  browser: () => benchBrowser(run.web, run.signIn),
  judge: () => benchJudge(run.web, run.signIn),
  prices: () => benchPrices(run.web, run.signIn),
  map: () => benchMap(run.web, run.signIn),
  beside: () => benchBeside(run.web, run.signIn),
  async people() {
    for (const people of [50, 200, 1000]) await benchMany(run.web, run.signIn, people);
  },
  alerts: () => benchAlerts(run.web, run.signIn, database, Number(process.env['BENCH_ALERTS'] ?? 20_000)),
  threads: () => benchThreads(100_000),
  count: () => benchCount(database, 100_000),
  million: () => benchCount(database, 1_000_000),
  market: async () => {
    for (const size of [100_000, 1_000_000]) await benchMarket(database, size);
  },
  reverse: () => benchReverse(100_000),
  bounds: () => benchBounds(),
  roads: () => benchRoads(),
  learned: () => benchLearned(),
  rounds: () => benchRounds(),
  feed: () => benchFeed(),
  county: () => benchStream(1_000_000),
};
const named = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const unknown = named.filter((word) => !(word in parts));
if (unknown.length > 0) throw new Error(`There is no part ${unknown.join(', ')}; there are ${Object.keys(parts).join(', ')}.`);
for (const [part, measurement] of Object.entries(parts)) {
  if (named.length === 0 || named.includes(part)) await measurement();
}
await database.end();
