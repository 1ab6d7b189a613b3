import { readFileSync } from 'node:fs';
import { createConnection } from 'mysql2/promise';
import type { RunFile } from '../scripts/stack.mjs';
import { benchCount } from './count.js';
import { benchFeed, benchStream } from './feed.js';
import { benchBrowser } from './keystroke.js';

const run = JSON.parse(readFileSync(process.env['PERAMBULA_RUN'] ?? '', 'utf8')) as RunFile;
const { name, ...access } = run.database;
const database = await createConnection({ ...access, database: name });
await benchBrowser(run.web, run.signIn);
await benchCount(database, 100_000);
await benchFeed();
benchStream(1_000_000);
await database.end();
