import { ERRORS } from '@perambula/contract';
import type { ErrorBody, ErrorCode } from '@perambula/contract';

/** An expected failure: its code, a sentence for people, and what a program may want to know. */
export class Failure extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = 'Failure';
  }

  get status(): number {
    return ERRORS[this.code].status;
  }

  get body(): ErrorBody {
    return { code: this.code, message: this.message, details: this.details };
  }
}

/** What is there, or the failure that it is not (or not this agent's, which is told alike). */
export function found<T>(thing: T | null | undefined, what: string): T {
  if (thing == null) throw new Failure('thing.missing', `There is no such ${what}, or it is not yours.`);
  return thing;
}
