import { STATUSES } from '@perambula/core';
import type { Is, Status, StatusTime } from '@perambula/core';

/** Statuses that are often meant together. */
export const STATUS_SETS: readonly { readonly label: string; readonly statuses: readonly Status[] }[] = [
  { label: 'For sale now', statuses: ['Active', 'Coming Soon'] },
  { label: 'Sold', statuses: ['Closed'] },
  { label: 'Off unsold', statuses: ['Expired', 'Canceled', 'Withdrawn'] },
  { label: 'Ever listed', statuses: STATUSES },
];

/** ISO 8601 periods that are often asked of a status. */
export const STATUS_PERIODS = ['P30D', 'P90D', 'P6M', 'P1Y'] as const;

/** The statuses that a test lets pass, each with its time. */
export function statusEntries(is: Is | undefined): readonly StatusTime[] {
  if (!is) return [];
  if ('oneOf' in is) return is.oneOf;
  const named = 'anyOf' in is ? is.anyOf : 'equals' in is ? [String(is.equals)] : [];
  const left = 'noneOf' in is ? is.noneOf : 'not' in is ? [String(is.not)] : null;
  return STATUSES.filter((status) => (left ? !left.includes(status) : named.includes(status))).map((status) => ({ status }));
}

/** The test that entries make, in the statuses' own order; null for none. */
export function statusIs(entries: readonly StatusTime[]): Is | null {
  if (entries.length === 0) return null;
  const oneOf = STATUSES.flatMap((status) => entries.filter((entry) => entry.status === status));
  const hasTime = oneOf.some((entry) => Object.keys(entry).length > 1);
  return hasTime ? { oneOf } : { anyOf: oneOf.map(({ status }) => status) };
}
