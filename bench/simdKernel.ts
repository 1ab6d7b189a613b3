import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { wasmKernel } from '@perambula/core';
import type { Kernel } from '@perambula/core';

/** The kernel as the server has it. */
export function simdKernel(): Kernel {
  return wasmKernel(readFileSync(fileURLToPath(import.meta.resolve('@perambula/core/kernel.wasm'))));
}
