import { useQueries } from '@tanstack/react-query';
import { routeTo } from '@perambula/contract';
import type { RouteAnswer } from '@perambula/contract';
import type { LonLat, Way } from '@perambula/core';
import { ask, messageOf } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const routeKeys = queryKeys(
  'routes',
  { staleBy: [] },
  { leg: (from: LonLat | undefined, to: LonLat, by: Way) => [from, to, by] },
);

/** A way through all corners of a line, leg by leg. */
export interface WayThrough {
  readonly legs: readonly RouteAnswer[];
  readonly metres: number;
  readonly seconds: number;
  readonly pending: boolean;
  readonly problem: string | null;
}

/** The quickest way on a weekday, leaving at a quarter past five by car, from each corner of a line to the next. */
export function useWayThrough(line: readonly LonLat[], by: Way): WayThrough {
  return useQueries({
    queries: line.slice(1).map((to, i) => ({
      queryKey: routeKeys.leg(line[i], to, by),
      staleTime: Infinity,
      retry: false,
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        ask(routeTo, {
          body: { journey: { from: line[i] as LonLat, to, leaveAt: '17:15', on: 'weekday', by } },
          signal,
        }),
    })),
    combine: (answers) => {
      const legs = answers.flatMap(({ data }) => (data ? [data] : []));
      const failed = answers.find(({ isError }) => isError);
      return {
        legs,
        metres: legs.reduce((sum, leg) => sum + leg.metres, 0),
        seconds: legs.reduce((sum, leg) => sum + leg.seconds, 0),
        pending: answers.some(({ isPending }) => isPending),
        problem: failed ? messageOf(failed.error) : null,
      };
    },
  });
}
