import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import type { RunFile } from '../../../scripts/stack.mjs';
import { makeStarted, startCopyOf } from '../../../scripts/started.mjs';

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
  const shared = await startCopyOf(started);
  project.provide('shared', shared.run);
  return async () => {
    await shared.end();
    if (given === undefined) rmSync(started, { recursive: true, force: true });
  };
}
