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

interface Asked {
  readonly method?: string;
  readonly body?: unknown;
  readonly signal?: AbortSignal;
}

/** Asks the server for JSON; a body makes it a POST unless told otherwise. */
export async function ask<T>(path: string, asked: Asked = {}): Promise<T> {
  return (await (await reach(path, jsonRequest(asked))).json().catch(() => null)) as T;
}

/** Sends text of some type and gives the JSON that answers it. */
export async function send<T>(path: string, text: string, type: string): Promise<T> {
  return (await (await reach(path, { method: 'POST', body: text, headers: { 'content-type': type } })).json()) as T;
}

/** Asks the server for a file. */
export async function askFile(path: string, asked: Asked = {}): Promise<Blob> {
  return (await reach(path, jsonRequest(asked))).blob();
}

function jsonRequest({ method, body, signal }: Asked): RequestInit {
  return {
    method: method ?? (body === undefined ? 'GET' : 'POST'),
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    ...(signal ? { signal } : {}),
  };
}

async function reach(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, init);
  } catch (error) {
    if (init.signal?.aborted) throw error;
    throw new RequestFailure(
      'unreachable',
      'The server cannot be reached. What you typed is kept; it goes on as soon as the server is back.',
    );
  }
  if (response.ok) return response;
  const {
    code = 'server.failed',
    message = 'The server gave no answer that could be read.',
    details = {},
  } = ((await response.json().catch(() => null)) ?? {}) as Partial<ErrorBody>;
  throw new RequestFailure(code, message, details);
}

export function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something failed. Try again.';
}
