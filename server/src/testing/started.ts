import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { freePort } from '../../../scripts/machine.mjs';
import { SMALL_COUNTY, startStack } from '../../../scripts/stack.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    /** A data directory of the application, its demo read in and stopped: each file's tests begin with a copy. */
    started: string;
  }
}

/** Starts the application once for all tests, since its county and its first load take longer than most files' tests. */
export default async function setup(project: TestProject): Promise<() => void> {
  const data = mkdtempSync(join(tmpdir(), 'perambula-started-'));
  const stack = await startStack({ data, port: await freePort(), county: SMALL_COUNTY, loaded: true });
  await stack.stop();
  project.provide('started', data);
  return () => rmSync(data, { recursive: true, force: true });
}
