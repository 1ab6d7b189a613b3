import type { ErrorBody, ErrorCode } from '@perambula/contract';

/** A request that the server answered with an error, or could not be reached for. */
export class RequestFailure extends Error {
  constructor(
    readonly code: ErrorCode | 'unreachable',
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = 'RequestFailure';
  }
}

/** Asks the server for JSON; a body makes it a POST unless told otherwise. */
export async function ask<T>(
  path: string,
  { method, body, signal }: { method?: string; body?: unknown; signal?: AbortSignal } = {},
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method: method ?? (body === undefined ? 'GET' : 'POST'),
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new RequestFailure(
      'unreachable',
      'The server cannot be reached. What you typed is kept; it goes on as soon as the server is back.',
    );
  }
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return answer as T;
  const {
    code = 'server.failed',
    message = 'The server gave no answer that could be read.',
    details = {},
  } = (answer ?? {}) as Partial<ErrorBody>;
  throw new RequestFailure(code, message, details);
}

export function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something failed. Try again.';
}
