import { createHash, randomBytes } from 'node:crypto';

/** 256 random bits, safe in an address. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

/** What is stored of a token: whoever reads the database cannot use it. */
export function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
