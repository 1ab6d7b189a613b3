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
import { inTransaction } from '../dist/common/transaction.js';
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

describe('two that wait for each other', () => {
  it('both get done: the one that the database takes back is done again', async () => {
    const two = await new DataSource({ ...(database as DataSource).options }).initialize();
    await two.query('CREATE TABLE held (id INT PRIMARY KEY, n INT NOT NULL)');
    await two.query('INSERT INTO held VALUES (1, 0), (2, 0)');
    const first = { tries: 0, begun: gate() };
    const second = { tries: 0, begun: gate() };
    const run = (own: typeof first, other: typeof first, ids: readonly number[]): Promise<void> =>
      inTransaction(two, async (manager) => {
        own.tries++;
        await manager.query('UPDATE held SET n = n + 1 WHERE id = ?', [ids[0]]);
        own.begun.open();
        // each holds its first row before either asks for its second
        await other.begun.opened;
        await manager.query('UPDATE held SET n = n + 1 WHERE id = ?', [ids[1]]);
      });
    await Promise.all([run(first, second, [1, 2]), run(second, first, [2, 1])]);
    expect(first.tries + second.tries).toBe(3);
    expect(await two.query<object[]>('SELECT n FROM held ORDER BY id')).toEqual([{ n: 2 }, { n: 2 }]);
    await two.query('DROP TABLE held');
    await two.destroy();
  });

  it('anything else that goes wrong is told at once', async () => {
    const tries: number[] = [];
    const failing = inTransaction(database as DataSource, async (manager) => {
      tries.push(1);
      await manager.query('SELECT * FROM nowhere');
    });
    await expect(failing).rejects.toThrow('nowhere');
    expect(tries).toHaveLength(1);
  });
});

/** Something that can be waited for until it is opened. */
function gate(): { opened: Promise<void>; open: () => void } {
  let open = (): void => undefined;
  const opened = new Promise<void>((resolve) => (open = resolve));
  return { opened, open };
}
