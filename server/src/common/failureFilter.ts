import { Catch, HttpException } from '@nestjs/common';
import type { ArgumentsHost, ExceptionFilter } from '@nestjs/common';
import { SearchProblem } from '@perambula/core';
import type { Response } from 'express';
import { Failure } from './failure.js';
import { log } from './log.js';

/** Answers every error as { code, message, details }; what was not foreseen is logged and told without its inside. */
@Catch()
export class FailureFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const failure = asFailure(error);
    if (response.headersSent) return;
    // whatever was to be answered, it is a failure now
    response.status(failure.status).type('json').json(failure.body);
  }
}

export function asFailure(error: unknown): Failure {
  if (error instanceof Failure) return error;
  if (error instanceof SearchProblem) return new Failure('search.invalid', error.message, { path: error.path });
  const status = statusOf(error);
  if (status === 413)
    return new Failure('request.tooLarge', 'The request is larger than 1 MB, or the file than 20 MB. Send less at once.');
  if (status === 429) return new Failure('request.tooMany', 'Too many tries. Wait a minute and try again.');
  if (status === 404) return new Failure('thing.missing', 'There is nothing at this address.');
  if (status === 400) return new Failure('request.unreadable', 'The body could not be read as JSON.');
  log.error({ error }, 'unforeseen error');
  return new Failure('server.failed', 'Something failed on our side. Nothing you typed is lost; try again.');
}

function statusOf(error: unknown): number {
  if (error instanceof HttpException) return error.getStatus();
  const status = (error as { status?: unknown } | null)?.status;
  return typeof status === 'number' ? status : 500;
}
