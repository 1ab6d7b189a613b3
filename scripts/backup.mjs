import { spawn } from 'node:child_process';
import { createWriteStream, renameSync, rmSync, statSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { createGzip } from 'node:zlib';
import { clientOf, loginOf } from './login.mjs';
import { requirePrograms } from './machine.mjs';
import { main, say, Stop } from './say.mjs';

/** Writes all that a copy keeps, as it is at one moment, to a file; the copy may run meanwhile. */
await main(async () => {
  const { values } = parseArgs({ options: { data: { type: 'string' }, to: { type: 'string' } }, strict: false });
  const { data, to } = values;
  if (typeof to !== 'string') throw new Stop('Say where to: npm run backup -- [--data DIR] --to FILE.sql.gz');
  requirePrograms({ 'mariadb-dump': ['mariadb-client'] });
  const login = loginOf(data);
  const { args, env } = clientOf(login);
  const aside = `${to}.part`;
  const dump = spawn('mariadb-dump', [...args, '--single-transaction', '--quick', '--hex-blob', '--skip-comments', login.name], {
    env,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  dump.stderr.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) => dump.once('close', resolve));
  await pipeline(dump.stdout, createGzip(), createWriteStream(aside, { mode: 0o600 }));
  if ((await ended) !== 0) {
    rmSync(aside, { force: true });
    throw new Stop(`The backup could not be made: ${said.trim()}`);
  }
  // only a whole one ever has its name
  renameSync(aside, to);
  say(
    `Backed up to ${to}, ${(statSync(to).size / 1e6).toFixed(1)} MB. It holds personal data: keep it as you keep the database.`,
  );
});
