import { readFileSync } from 'node:fs';
import { createConnection } from 'mysql2/promise';
import { benchCount } from './count.js';
import { benchBrowser } from './keystroke.js';

interface RunFile {
  readonly web: string;
  readonly database: {
    readonly host: string;
    readonly port: number;
    readonly name: string;
    readonly user: string;
    readonly password: string;
  };
  readonly signIn: { readonly email: string; readonly password: string };
}

const run = JSON.parse(readFileSync(process.env['PERAMBULA_RUN'] ?? '', 'utf8')) as RunFile;
const { name, ...access } = run.database;
const database = await createConnection({ ...access, database: name, multipleStatements: false });
await benchBrowser(run.web, run.signIn);
await benchCount(database, 100_000);
await database.end();
