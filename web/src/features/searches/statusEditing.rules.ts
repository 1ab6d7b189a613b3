import { fieldOf, parseValue, phraseOfIs, STATUSES } from '@perambula/core';
import type { Field, Is, Status } from '@perambula/core';

/** A status chosen, and its own time as typed; nothing typed is any time. */
export interface StatusEntry {
  readonly status: Status;
  readonly typed: string;
}

/** Statuses that are often meant together. */
export const STATUS_SETS: readonly { readonly label: string; readonly statuses: readonly Status[] }[] = [
  { label: 'For sale now', statuses: ['Active', 'Coming Soon'] },
  { label: 'Sold', statuses: ['Closed'] },
  { label: 'Off unsold', statuses: ['Expired', 'Canceled', 'Withdrawn'] },
  { label: 'Ever listed', statuses: STATUSES },
];

const DATE = fieldOf('CloseDate') as Field;

export function statusEntries(is: Is | undefined): StatusEntry[] {
  if (!is) return [];
  if ('oneOf' in is)
    return is.oneOf.map(({ status, last }) => ({ status, typed: last === undefined ? '' : phraseOfIs({ last }, DATE) }));
  const named = 'anyOf' in is ? is.anyOf : 'equals' in is ? [String(is.equals)] : [];
  const left = 'noneOf' in is ? is.noneOf : 'not' in is ? [String(is.not)] : null;
  return STATUSES.filter((status) => (left ? !left.includes(status) : named.includes(status))).map((status) => ({
    status,
    typed: '',
  }));
}

/** The ISO 8601 period of "last 6 months", "6 months" or "30 days"; null when that is not what was typed. */
export function periodOf(typed: string): string | null {
  const text = typed.trim();
  const read = parseValue(/^last\b/i.test(text) ? text : `last ${text}`, DATE, []);
  return 'is' in read && 'last' in read.is ? read.is.last : null;
}

/** The test that entries make, in the statuses' own order; null for none. A time that cannot be read counts as any. */
export function statusIs(entries: readonly StatusEntry[]): Is | null {
  if (entries.length === 0) return null;
  const oneOf = STATUSES.flatMap((status) => {
    const entry = entries.find((each) => each.status === status);
    if (!entry) return [];
    const last = periodOf(entry.typed);
    return [{ status, ...(last === null ? {} : { last }) }];
  });
  return oneOf.some((entry) => 'last' in entry) ? { oneOf } : { anyOf: oneOf.map(({ status }) => status) };
}
