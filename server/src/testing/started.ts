import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { freePort } from '../../../scripts/machine.mjs';
import { SMALL_COUNTY, startStack } from '../../../scripts/stack.mjs';
import type { RunFile } from '../../../scripts/stack.mjs';
import { copyOf, makeStarted } from '../../../scripts/started.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    /** A data directory of the application, its demo read in and stopped: a file's tests begin with a copy. */
    started: string;
    /** An application that runs, for the files whose tests can share one. */
    shared: RunFile;
  }
}

/** Starts the application once for all tests, in a folder that others may use after them if one is given. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const given = process.env['PERAMBULA_STARTED'];
  const started = given ?? mkdtempSync(join(tmpdir(), 'perambula-started-'));
  await makeStarted(started);
  project.provide('started', started);
  const data = copyOf(started);
  const shared = await startStack({ data, port: await freePort(), county: SMALL_COUNTY, loaded: true });
  project.provide('shared', shared.run);
  return async () => {
    await shared.stop();
    for (const folder of given === undefined ? [data, started] : [data]) rmSync(folder, { recursive: true, force: true });
  };
}
