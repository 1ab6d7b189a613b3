import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A file that nobody else can read and that is not there afterwards. */
export interface TemporaryFile {
  readonly path: string;
  readonly remove: () => Promise<void>;
}

/** A place for a file in a folder of its own, which only this user can look into. */
export async function temporaryFile(name: string): Promise<TemporaryFile> {
  const folder = await mkdtemp(join(tmpdir(), 'perambula-file-'));
  return { path: join(folder, name), remove: () => rm(folder, { recursive: true, force: true }) };
}
