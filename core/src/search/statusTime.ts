import type { Status } from '../listing/status.js';
import type { Is, StatusTime } from './document.js';

/** What the status's own date is asked; null where it may be any. */
export function timeTest({ last, since, until }: StatusTime): Is | null {
  if (last !== undefined) return { last };
  if (since !== undefined) return until === undefined ? { atLeast: since } : { between: [since, until] };
  return until === undefined ? null : { atMost: until };
}

/** A status at the time that a test of its date asks; null where it asks for something else than a time that has been. */
export function statusAt(status: Status, is: Is): StatusTime | null {
  if ('last' in is) return { status, last: is.last };
  if ('atLeast' in is) return { status, since: String(is.atLeast) };
  if ('atMost' in is) return { status, until: String(is.atMost) };
  if ('between' in is) return { status, since: String(is.between[0]), until: String(is.between[1]) };
  return 'equals' in is ? { status, since: String(is.equals), until: String(is.equals) } : null;
}
