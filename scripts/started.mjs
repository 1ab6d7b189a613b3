import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
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
  const stack = await startStack({ data: folder, port: await freePort(), county: SMALL_COUNTY, loaded: true });
  await stack.stop();
  writeFileSync(made, '');
}

/** A data directory that begins as another is. */
export function copyOf(started) {
  const data = mkdtempSync(join(tmpdir(), 'perambula-'));
  // the log of MariaDB's transactions is large and mostly nothing
  execFileSync('cp', ['-a', '--sparse=always', `${started}/.`, data]);
  return data;
}
