import { useQueries } from '@tanstack/react-query';
import { findRows } from '@perambula/contract';
import type { SavedSearch, Shortlist } from '@perambula/contract';
import { sayHow, sayPlace, travelsOf } from '@perambula/core';
import type { NamedTravel } from '@perambula/core';
import { ask } from '../../shared/http.js';
import { useFile } from '../clients/index.js';
import { shortlistKeys } from './shortlists.api.js';

/** What the homes of a shortlist are from a place that a client's searches name. */
export interface Way {
  /** "Minutes to Ferry Square, by car, there by 8:30 am" */
  readonly label: string;
  /** By listing key; null where no way leads or it is not known. */
  readonly minutes: ReadonlyMap<string, number | null>;
}

/** The minutes between a shortlist's homes and each place that its client's searches ask about; none of the agent's own. */
export function useMinutes({ clientId, items }: Shortlist): readonly Way[] {
  const searches = (useFile(clientId).data?.savedSearches ?? []).filter(({ document }) => travelsOf(document).length > 0);
  const keys = items.map(({ listingKey }) => listingKey);
  const answers = useQueries({
    queries: searches.map(({ id, version, document }: SavedSearch) => ({
      queryKey: shortlistKeys.minutes(id, version, keys),
      queryFn: () => ask(findRows, { body: { search: document, set: 'fit', keys } }),
      enabled: keys.length > 0,
    })),
  });
  const ways = new Map<string, Way>();
  for (const [i, { document }] of searches.entries()) {
    const rows = answers[i]?.data ?? [];
    for (const [j, journey] of travelsOf(document).entries()) {
      const label = sayJourney(journey);
      if (rows.length > 0 && !ways.has(label))
        ways.set(label, { label, minutes: new Map(rows.map((row) => [row.ListingKey, row.minutes?.[j] ?? null])) });
    }
  }
  return [...ways.values()];
}

function sayJourney({ travel, name }: NamedTravel): string {
  return `Minutes ${sayPlace(travel, name)}, ${sayHow(travel)}`;
}
