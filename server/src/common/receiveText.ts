import { createWriteStream } from 'node:fs';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { Failure } from './failure.js';
import { temporaryFile } from './temporaryFile.js';
import type { TemporaryFile } from './temporaryFile.js';

/** A file that comes slower than this, in all, is taken for one that never comes. */
const LONGEST_MS = 55_000;

/**
 * Writes a request's body to a file as it comes, without holding it.
 *
 * @param types  the media types that are taken
 * @param mostBytes  how long it may be
 * @throws Failure when it is of another type, encoded, too long or too slow
 */
export async function receiveText(request: Request, types: readonly string[], mostBytes: number): Promise<TemporaryFile> {
  const [type = '', ...parameters] = (request.headers['content-type'] ?? '').split(';').map((part) => part.trim().toLowerCase());
  const charset = parameters.find((each) => each.startsWith('charset='))?.slice(8);
  const encoding = request.headers['content-encoding'] ?? 'identity';
  if (!types.includes(type) || encoding !== 'identity' || !['utf-8', '"utf-8"', undefined].includes(charset))
    throw new Failure('request.media', `Send the file as ${types.join(' or ')} in UTF-8, not compressed.`);
  if (Number(request.headers['content-length']) > mostBytes) throw tooLarge(mostBytes);
  const file = await temporaryFile('received');
  let bytes = 0;
  const measured = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      done(bytes > mostBytes ? tooLarge(mostBytes) : null, chunk);
    },
  });
  const leave = (): void => void measured.destroy(new Error('The sender is gone.'));
  request.once('aborted', leave);
  try {
    await pipeline(request.pipe(measured), createWriteStream(file.path, { mode: 0o600 }), {
      signal: AbortSignal.timeout(LONGEST_MS),
    });
    return file;
  } catch (error) {
    await file.remove();
    throw error instanceof Failure ? error : new Failure('request.unreadable', 'The file did not arrive whole. Send it again.');
  } finally {
    request.off('aborted', leave);
    // what still comes is let go, so that whoever sends it hears the answer
    request.unpipe(measured);
    request.resume();
  }
}

function tooLarge(mostBytes: number): Failure {
  return new Failure('request.tooLarge', `The file is larger than ${mostBytes / 1_000_000} MB. Send it in parts.`);
}
