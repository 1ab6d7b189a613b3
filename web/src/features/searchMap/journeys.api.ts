import { useQueries } from '@tanstack/react-query';
import { areaWithin } from '@perambula/contract';
import type { AreaAnswer } from '@perambula/contract';
import type { Travel } from '@perambula/core';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const areaKeys = queryKeys('areas', { staleBy: [] }, { within: (travel: Travel, minutes: number | null) => [travel, minutes] });

/** A journey as it is drawn: its place, and the minutes within which its area lies, where it has such a limit. */
export interface ShownJourney {
  readonly id: string;
  readonly name: string;
  readonly travel: Travel;
  readonly minutes: number | null;
  readonly mode: 'in' | 'out';
}

/** The ground within each journey's minutes, once it is known. */
export function useAreas(journeys: readonly ShownJourney[]): ReadonlyMap<string, AreaAnswer> {
  return useQueries({
    queries: journeys.map(({ travel, minutes }) => ({
      queryKey: areaKeys.within(travel, minutes),
      enabled: minutes !== null,
      staleTime: Infinity,
      retry: false,
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        ask(areaWithin, { body: { shape: { type: 'TravelTime', minutes, ...travel } }, signal }),
    })),
    combine: (answers) => new Map(answers.flatMap(({ data }, i) => (data ? [[journeys[i]?.id ?? '', data] as const] : []))),
  });
}
