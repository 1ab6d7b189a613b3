import { spawn, spawnSync } from 'node:child_process';
import { createReadStream, existsSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { createGunzip } from 'node:zlib';
import { clientOf, loginOf } from './login.mjs';
import { requirePrograms } from './machine.mjs';
import { main, say, Stop } from './say.mjs';

/** Puts a backup into an empty database; into one that has something only when told to. */
await main(async () => {
  const options = { data: { type: 'string' }, from: { type: 'string' }, over: { type: 'boolean' } };
  const { data, from, over } = parseArgs({ options, strict: false }).values;
  if (typeof from !== 'string') throw new Stop('Say what from: npm run restore -- [--data DIR] --from FILE.sql.gz [--over]');
  if (!existsSync(from)) throw new Stop(`There is no file ${from}.`);
  requirePrograms({ mariadb: ['mariadb-client'] });
  const login = loginOf(data);
  const { args, env } = clientOf(login);
  const ask = (sql) =>
    spawnSync('mariadb', [...args, '--batch', '--skip-column-names', '-e', sql, login.name], { env, encoding: 'utf8' });
  const { status, stdout, stderr } = ask('SHOW TABLES');
  if (status !== 0) throw new Stop(`The database cannot be asked: ${stderr.trim()}`);
  const tables = stdout.split('\n').filter(Boolean);
  if (tables.length > 0 && !over)
    throw new Stop(
      `The database ${login.name} has ${tables.length} tables. A restore takes the place of all that is there: stop the server, and say --over.`,
    );
  const client = spawn('mariadb', [...args, login.name], { env, stdio: ['pipe', 'ignore', 'pipe'] });
  let said = '';
  client.stderr.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) => client.once('close', resolve));
  // what a later version added is no part of what is restored
  if (tables.length > 0)
    client.stdin.write(`SET FOREIGN_KEY_CHECKS = 0; DROP TABLE ${tables.map((table) => `\`${table}\``).join(', ')};\n`);
  try {
    await pipeline(createReadStream(from), createGunzip(), client.stdin);
  } catch (error) {
    client.kill();
    throw new Stop(`The backup cannot be read to its end: ${error.message}. ${said.trim()}`);
  }
  if ((await ended) !== 0) throw new Stop(`The backup could not be put back: ${said.trim()}`);
  say(`Restored from ${from}. Start the server: it brings what is older than itself up to date.`);
});
