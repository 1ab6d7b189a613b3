import { useQuery } from '@tanstack/react-query';
import { gatherComps, getPriceModel } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const compsKeys = queryKeys(
  'comps',
  { staleBy: MARKET_CHANGES, whenOpened: true },
  { of: (subject: string | undefined, keys: readonly string[]) => [subject, keys] },
);

/** Homes that were chosen; where none were, those round the subject. */
export function useComps(subject: string | undefined, keys: readonly string[]) {
  return useQuery({
    queryKey: compsKeys.of(subject, keys),
    queryFn: () => ask(gatherComps, { body: { ...(subject ? { subject } : {}), ...(keys.length > 0 ? { keys } : {}) } }),
    enabled: subject !== undefined || keys.length > 0,
  });
}

const priceModelKeys = queryKeys(
  'priceModel',
  { staleBy: ['clock'], whenOpened: true },
  { of: (subject: string | null) => [subject] },
);

/** How price goes with the facts of homes of its property type. */
export function usePriceModel(subject: string | null) {
  return useQuery({
    queryKey: priceModelKeys.of(subject),
    queryFn: ({ signal }) => ask(getPriceModel, { at: { key: subject ?? '' }, signal }),
    enabled: subject !== null,
  });
}
