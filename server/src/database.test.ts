import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../../scripts/machine.mjs';
import { MariaDb } from '../../scripts/mariadb.mjs';
// whatever the application is made of, its entities among it
import '../dist/app.module.js';
import { databaseOptions } from '../dist/database.js';

const folder = mkdtempSync(join(tmpdir(), 'perambula-database-'));
let mariadb: MariaDb | undefined;
let database: DataSource | undefined;
beforeAll(async () => {
  const port = await freePort();
  mariadb = new MariaDb({ folder, port, password: 'only here', throwaway: true });
  await mariadb.start();
  const login = { host: '127.0.0.1', port, name: 'perambula', user: 'perambula', password: 'only here' };
  database = await new DataSource(databaseOptions({ database: login })).initialize();
});
afterAll(async () => {
  await database?.destroy();
  await mariadb?.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** What would still have to be changed for the tables to be as the entities say. */
const missing = async (): Promise<readonly string[]> =>
  ((await database?.driver.createSchemaBuilder().log())?.upQueries ?? []).map(({ query }) => query);
const done = async (): Promise<number> =>
  (await database?.query<{ n: string }[]>('SELECT COUNT(*) AS n FROM migrations').then(([row]) => Number(row?.n))) ?? 0;

describe('migrations', () => {
  it('are all there', async () => {
    const files = readdirSync(fileURLToPath(new URL('migrations', import.meta.url))).filter((file) => file !== 'index.ts');
    expect(await done()).toBe(files.length);
  });

  it('make the tables that the entities say', async () => expect(await missing()).toEqual([]));

  it('can be taken back one by one, and made again', async () => {
    const all = await done();
    for (let left = all; left > 1; left--) await database?.undoLastMigration();
    expect(await done()).toBe(1);
    await database?.runMigrations();
    expect([await done(), await missing()]).toEqual([all, []]);
  });
});
