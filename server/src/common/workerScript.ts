/**
 * Where the script of a worker thread is.
 *
 * @param path  below the build's root; this file stands one folder below that, compiled as it is and bundled
 */
export function workerScript(path: string): URL {
  return new URL(`../${path}`, import.meta.url);
}
