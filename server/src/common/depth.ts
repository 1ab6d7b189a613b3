import type { NextFunction, Request, Response } from 'express';
import { Failure } from './failure.js';

/** Deeper than any body that is asked for; what walks a body may then recurse. */
const MOST_LEVELS = 40;

/** Refuses bodies nested deeper than any that is asked for. */
export function guardDepth(request: Request, _response: Response, next: NextFunction): void {
  next(
    depthOf(request.body) > MOST_LEVELS
      ? new Failure('request.invalid', 'The request is nested too deeply to be anything known here.')
      : undefined,
  );
}

function depthOf(value: unknown): number {
  let level: unknown[] = [value];
  for (let depth = 0; ; depth++) {
    const next = level.flatMap((each) => (typeof each === 'object' && each !== null ? (Object.values(each) as unknown[]) : []));
    if (next.length === 0 || depth > MOST_LEVELS) return depth;
    level = next;
  }
}
