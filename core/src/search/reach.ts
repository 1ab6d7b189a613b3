import { ON_MARKET } from '../listing/status.js';
import { isEither, linesOfMember, mustLines } from './document.js';
import type { FieldLine, Search } from './document.js';

/** The statuses a search ranges over: those on the market, and the off-market ones that its Status lines name. Null is all. */
export function statusesInReach(search: Search): ReadonlySet<string> | null {
  if (search.reach === 'all') return null;
  const fieldLines = mustLines(search).flatMap((line) => (isEither(line) ? line.either.flatMap(linesOfMember) : [line]));
  return new Set([...ON_MARKET, ...fieldLines.flatMap(statusesNamed)]);
}

function statusesNamed({ field, is }: FieldLine): readonly string[] {
  if (field !== 'Status') return [];
  if ('oneOf' in is) return is.oneOf.map(({ status }) => status);
  if ('anyOf' in is) return is.anyOf;
  return 'equals' in is ? [String(is.equals)] : [];
}
