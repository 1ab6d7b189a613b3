import { reportBroken } from '@perambula/contract';
import { ask } from './http.js';

const LONGEST = { page: 200, error: 500, stack: 4000 };

/** Tells the server's log that a page failed: where in the code, and nothing of what stood on the page. */
export function report(error: unknown): void {
  const { name, message, stack } = error instanceof Error ? error : new Error(String(error));
  const body = {
    page: placeOf(window.location.pathname).slice(0, LONGEST.page),
    error: withoutQuoted(`${name}: ${message}`).slice(0, LONGEST.error),
    stack: framesOf(stack ?? '').slice(0, LONGEST.stack),
  };
  void ask(reportBroken, { body }).catch(() => undefined);
}

/** An address by its first words; what follows may name somebody. */
export function placeOf(path: string): string {
  const [first = '', ...others] = path.split('/').filter((part) => part !== '');
  return `/${[first, ...others.map((part) => (/^[a-z]+$/.test(part) ? part : ':id'))].join('/')}`;
}

/** A message without what it quotes, and without numbers, which may be telephones. */
export function withoutQuoted(message: string): string {
  return message.replace(/“[^”]*”|"[^"]*"|'[^']*'|`[^`]*`/g, '…').replace(/\d{4,}/g, '…');
}

function framesOf(stack: string): string {
  return stack
    .split('\n')
    .filter((line) => /^\s*at /.test(line))
    .join('\n')
    .replaceAll(window.location.origin, '');
}
