import type { Showing } from '@perambula/contract';
import type { ShowingRow } from './showing.entity.js';

/** The states of visits that somebody reckons with. */
export const EXPECTED: ReadonlySet<Showing['state']> = new Set(['proposed', 'countered', 'confirmed']);

export interface PlannedVisit extends Pick<ShowingRow, 'id' | 'clientId' | 'listingKey' | 'startAt' | 'minutes'> {
  /** Whose it is, and where. */
  readonly client: string;
  readonly address: string;
}

/** What else an agent has at the time of each visit, by its id, as it is said to them alone. A visit that has the time for itself is left out. */
export function clashesAmong(visits: readonly PlannedVisit[]): Map<string, string> {
  const inOrder = visits
    .flatMap((visit) => (visit.startAt === null ? [] : [{ visit, from: visit.startAt.getTime(), until: endOf(visit) }]))
    .sort((a, b) => a.from - b.from);
  const said = new Map<string, string>();
  for (const [i, one] of inOrder.entries())
    for (const other of inOrder.slice(i + 1)) {
      if (other.from >= one.until) break;
      if (!said.has(one.visit.id)) said.set(one.visit.id, say(one.visit, other.visit));
      if (!said.has(other.visit.id)) said.set(other.visit.id, say(other.visit, one.visit));
    }
  return said;
}

function say(visit: PlannedVisit, other: PlannedVisit): string {
  if (other.listingKey === visit.listingKey) return `${other.client} is to see it at the same time.`;
  const whom = other.clientId === visit.clientId ? '' : ` with ${other.client}`;
  return `You are to be at ${other.address}${whom} at the same time.`;
}

function endOf({ startAt, minutes }: PlannedVisit): number {
  return (startAt?.getTime() ?? 0) + minutes * 60_000;
}
