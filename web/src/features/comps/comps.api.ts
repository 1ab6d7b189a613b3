import { useMutation, useQuery } from '@tanstack/react-query';
import { gatherComps, getPriceModel, writeComps } from '@perambula/contract';
import type { CompsBody, CompsFileBody } from '@perambula/contract';
import { download } from '../../shared/download.js';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const compsKeys = queryKeys(
  'comps',
  { staleBy: MARKET_CHANGES, whenOpened: true },
  { of: (subject: Subject, among: Among) => [subject, among] },
);

/** A listing, or a parcel that may never have been listed; neither where homes were chosen. */
export type Subject = Pick<CompsBody, 'subject' | 'parcel'>;

/** Homes that were chosen, or what a search finds; with neither, those round the subject. */
type Among = Pick<CompsBody, 'keys' | 'search'>;

export function useComps(subject: Subject, among: Among) {
  return useQuery({
    queryKey: compsKeys.of(subject, among),
    queryFn: ({ signal }) => ask(gatherComps, { body: { ...subject, ...among }, signal }),
  });
}

/** Saves homes compared as a file. */
export function useCompsFile() {
  return useMutation({
    mutationFn: async (body: CompsFileBody): Promise<void> => download(await ask(writeComps, { body }), `comps.${body.type}`),
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
