import type { NextFunction, Request, Response } from 'express';
import { Failure } from './failure.js';

/** Deeper than any body that is asked for; what walks a body may then recurse. */
const MOST_LEVELS = 40;

/** Refuses bodies nested deeper than any that is asked for, and text that is none: half of a pair has no UTF-8. */
export function guardDepth(request: Request, _response: Response, next: NextFunction): void {
  next(
    isOdd(request.body, MOST_LEVELS)
      ? new Failure('request.invalid', 'The request is nested too deeply, or holds text that is none, to be anything known here.')
      : undefined,
  );
}

const HALF_A_PAIR = /\p{Cs}/u;

function isOdd(value: unknown, levels: number): boolean {
  if (typeof value === 'string') return HALF_A_PAIR.test(value);
  if (typeof value !== 'object' || value === null) return false;
  if (levels === 0) return true;
  if (Array.isArray(value)) {
    for (const each of value) if (typeof each !== 'number' && isOdd(each, levels - 1)) return true;
    return false;
  }
  return Object.entries(value).some(([key, each]) => HALF_A_PAIR.test(key) || isOdd(each, levels - 1));
}
