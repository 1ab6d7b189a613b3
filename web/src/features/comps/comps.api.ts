import { useQuery } from '@tanstack/react-query';
import { gatherComps, getPriceModel } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const compsKeys = queryKeys(
  'comps',
  { staleBy: MARKET_CHANGES, whenOpened: true },
  { of: (subject: Subject, keys: readonly string[]) => [subject, keys] },
);

/** A listing, or a parcel that may never have been listed; neither where homes were chosen. */
export interface Subject {
  readonly subject?: string;
  readonly parcel?: string;
}

/** Homes that were chosen; where none were, those round the subject. */
export function useComps(subject: Subject, keys: readonly string[]) {
  return useQuery({
    queryKey: compsKeys.of(subject, keys),
    queryFn: () => ask(gatherComps, { body: { ...subject, ...(keys.length > 0 ? { keys } : {}) } }),
    enabled: Object.keys(subject).length > 0 || keys.length > 0,
  });
}

const priceModelKeys = queryKeys('priceModel', { staleBy: ['clock'], whenOpened: true }, { of: (type: string | null) => [type] });

/** How price goes with the facts of homes of a property type. */
export function usePriceModel(type: string | null) {
  return useQuery({
    queryKey: priceModelKeys.of(type),
    queryFn: ({ signal }) => ask(getPriceModel, { at: { type: type ?? '' }, signal }),
    enabled: type !== null,
  });
}
