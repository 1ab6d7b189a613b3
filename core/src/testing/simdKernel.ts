import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import asc from 'assemblyscript/asc';
import type { Kernel } from '../engine/kernel.js';
import { wasmKernel } from '../engine/wasmKernel.js';

/** The WebAssembly kernel, compiled from its source as it now is. */
export async function simdKernel(): Promise<Kernel> {
  const folder = fileURLToPath(new URL('../../', import.meta.url));
  let binary = new Uint8Array(0);
  const { error, stderr } = await asc.main(['--config', 'asconfig.json', '--outFile', 'kernel.wasm'], {
    readFile: (name, base) => {
      try {
        return readFileSync(`${base === '.' ? folder : `${folder}${base}/`}${name}`, 'utf8');
      } catch {
        return null;
      }
    },
    writeFile: (_name, contents) => (binary = contents as Uint8Array<ArrayBuffer>),
    listFiles: () => [],
  });
  if (error) throw new Error(`The kernel does not compile: ${stderr.toString()}`, { cause: error });
  return wasmKernel(binary);
}
