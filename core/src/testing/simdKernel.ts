import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { SharedKernel } from '../engine/kernel.js';
import { wasmKernel } from '../engine/wasmKernel.js';

let binary: Uint8Array | undefined;

/**
 * The WebAssembly kernel, compiled from its source as it now is.
 *
 * @param others  the memory of another one
 */
export function simdKernel(others?: object): SharedKernel {
  return wasmKernel((binary ??= compiled()), others);
}

function compiled(): Uint8Array {
  const compiler = createRequire(import.meta.url).resolve('assemblyscript/bin/asc.js');
  const folder = mkdtempSync(join(tmpdir(), 'perambula-kernel-'));
  const file = join(folder, 'kernel.wasm');
  execFileSync(process.execPath, [compiler, '--config', 'asconfig.json', '--outFile', file], {
    cwd: fileURLToPath(new URL('../../', import.meta.url)),
  });
  const bytes = readFileSync(file);
  rmSync(folder, { recursive: true });
  return bytes;
}
