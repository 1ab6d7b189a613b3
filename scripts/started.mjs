import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './machine.mjs';
import { SMALL_COUNTY, startStack } from './stack.mjs';

/**
 * Makes the application's data with the demo in the small county read in, and stopped, unless they are there. Tests begin with copies:
 * the county and its first load take longer than most of them.
 */
export async function makeStarted(folder) {
  const made = join(folder, 'made');
  if (existsSync(made)) return;
  await (await start(folder)).stop();
  writeFileSync(made, '');
}

/** Starts the application over a copy of such data, which goes with it at its end. */
export async function startCopyOf(started) {
  const data = mkdtempSync(join(tmpdir(), 'perambula-'));
  // the log of MariaDB's transactions is large and mostly nothing
  execFileSync('cp', ['-a', '--sparse=always', `${started}/.`, data]);
  const stack = await start(data);
  return {
    ...stack,
    data,
    async end() {
      await stack.stop();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

async function start(data) {
  return startStack({ data, port: await freePort(), county: SMALL_COUNTY, loaded: true, throwaway: true });
}
