import express from 'express';
import type { NextFunction, Request, Response } from 'express';
import { asking } from './requestBudget.js';
import { Failure } from './failure.js';
import { Turns } from './turns.js';

/** As much as any body holds but for outlines of many corners. */
const SMALL_BYTES = 64_000;
const MOST_BYTES = 1_000_000;

/** An answer that takes longer, such as a file, lets the next large body be read meanwhile. */
const LONGEST_TURN_MS = 2_500;

/** Large bodies are read one at a time, and the next only when the one before was answered: whoever waits has sent nothing yet. */
const large = new Turns(1);

const json = express.json({ limit: MOST_BYTES });

/** Reads JSON bodies of up to 1 MB. */
export function readJson(request: Request, response: Response, next: NextFunction): void {
  if (!request.is('application/json')) return next();
  const announced = Number(request.headers['content-length']);
  if (announced > MOST_BYTES) return next(new Failure('request.tooLarge', 'The request is larger than 1 MB. Send less at once.'));
  if (announced <= SMALL_BYTES) return json(request, response, next);
  const answered = new Promise<void>((resolve) => {
    response.once('close', resolve);
    setTimeout(resolve, LONGEST_TURN_MS).unref();
  });
  const asker = asking();
  large
    .take(
      asker?.person ?? '',
      () => {
        json(request, response, next);
        return answered;
      },
      asker?.signal,
    )
    .catch(() => undefined);
}
