import { Catch, HttpException } from '@nestjs/common';
import type { ArgumentsHost, ExceptionFilter } from '@nestjs/common';
import type { ErrorBody } from '@perambula/contract';
import type { Request, Response } from 'express';
import { Failure } from './failure.js';
import { log } from './log.js';
import { Dropped } from './thread.js';

/**
 * Answers every error as { code, message, details }, and in a frame as a page that says it; what was not foreseen is logged
 * and told without its inside.
 */
@Catch()
export class FailureFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp();
    const response = http.getResponse<Response>();
    // nobody waits for an answer
    if (error instanceof Dropped || response.headersSent) return void response.end();
    const failure = asFailure(error);
    response.status(failure.status);
    // whatever was to be answered, it is a failure now
    if (http.getRequest<Request>().headers['sec-fetch-dest'] === 'iframe') response.type('html').send(pageOf(failure));
    else response.type('json').json(failure.body);
  }
}

/** What stands in a frame instead of what was to be shown there. */
function pageOf({ message }: Failure): string {
  const text = message.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
  return `<!doctype html><meta charset="utf-8"><title>Not shown</title><p>${text}</p><p><a href="">Try again</a></p>`;
}

export function asFailure(error: unknown): Failure {
  if (error instanceof Failure) return error;
  // by name: they may come from another thread
  if (isNamed<ErrorBody>(error, 'Failure')) return new Failure(error.code, error.message, error.details);
  if (isNamed<{ message: string; path: string }>(error, 'SearchProblem'))
    return new Failure('search.invalid', error.message, { path: error.path });
  const status = statusOf(error);
  if (status === 413) return new Failure('request.tooLarge', 'The request is larger than 1 MB. Send less at once.');
  if (status === 415) return new Failure('request.media', 'Send the body as JSON in UTF-8.');
  if (status === 429) return new Failure('request.tooMany', 'Too many tries. Wait a minute and try again.');
  if (status === 404) return new Failure('thing.missing', 'There is nothing at this address.');
  if (status >= 400 && status < 500) return new Failure('request.unreadable', 'The body could not be read as JSON.');
  if (CONFLICTS.has((error as { code?: unknown } | null)?.code))
    return new Failure('request.conflict', 'This was changed in the same moment from elsewhere. Look again, and repeat it.');
  log.error({ error }, 'unforeseen error');
  return new Failure('server.failed', 'Something failed on our side. Nothing you typed is lost; try again.');
}

/** What MariaDB says when two do the same in one moment. */
const CONFLICTS: ReadonlySet<unknown> = new Set(['ER_DUP_ENTRY', 'ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT']);

function isNamed<T>(error: unknown, name: string): error is T {
  return error instanceof Error && error.name === name;
}

function statusOf(error: unknown): number {
  if (error instanceof HttpException) return error.getStatus();
  const status = (error as { status?: unknown } | null)?.status;
  return typeof status === 'number' ? status : 500;
}
