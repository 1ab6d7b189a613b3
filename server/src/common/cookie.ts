import type { Request } from 'express';

/** A cookie as it was set here; one that a parser makes something else of is none of ours. */
export function cookieOf(request: Request, name: string): string | undefined {
  const value = (request.cookies as Readonly<Record<string, unknown>> | undefined)?.[name];
  return typeof value === 'string' ? value : undefined;
}
