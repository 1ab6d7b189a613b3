import type { Endpoint, ErrorBody, ErrorCode, Method, ParamsOf } from '@perambula/contract';

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

/** What an endpoint is asked with: `at` fills the names in its path, and what it takes is a GET's query or another's body. */
type Given<M extends Method, Path extends string, Takes> = { readonly signal?: AbortSignal } & ([ParamsOf<Path>] extends [never]
  ? unknown
  : { readonly at: Readonly<Record<ParamsOf<Path>, string>> }) &
  ([Takes] extends [undefined] ? unknown : M extends 'GET' ? { readonly query: Takes } : { readonly body: Takes }) &
  ([Takes] extends [string] ? { readonly type: string } : unknown);

interface Sent {
  readonly at?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string | undefined>>;
  readonly body?: unknown;
  /** The media type of a body that is text. */
  readonly type?: string;
  readonly signal?: AbortSignal;
}

/** Asks the server what an endpoint gives. */
export async function ask<M extends Method, Path extends string, Takes, Gives>(
  endpoint: Endpoint<M, Path, Takes, Gives>,
  ...[given]: object extends Given<M, Path, Takes> ? [given?: Given<M, Path, Takes>] : [given: Given<M, Path, Takes>]
): Promise<Gives> {
  const sent: Sent = given ?? {};
  const response = await reach(addressOf(endpoint.path, sent), requestOf(endpoint, sent));
  return (endpoint.gives === 'file' ? await response.blob() : await response.json().catch(() => null)) as Gives;
}

function addressOf(path: string, { at = {}, query = {} }: Sent): string {
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(at[name] ?? ''));
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])),
  );
  return asked.size === 0 ? filled : `${filled}?${asked.toString()}`;
}

function requestOf(
  { method, takes }: Pick<Endpoint<Method, string, unknown, unknown>, 'method' | 'takes'>,
  sent: Sent,
): RequestInit {
  const { body, type = 'application/json', signal } = sent;
  return {
    method,
    ...(body === undefined
      ? {}
      : { body: takes === 'text' ? (body as string) : JSON.stringify(body), headers: { 'content-type': type } }),
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
