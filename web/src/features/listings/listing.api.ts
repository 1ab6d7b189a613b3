import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { getFit, getListing, getMedia, getOnFoot, getOutlook, getParcel, getRecord, getWanted } from '@perambula/contract';
import { useEffect } from 'react';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const listingKeys = queryKeys(
  'listing',
  { staleBy: MARKET_CHANGES },
  {
    one: (key: string | undefined) => [key],
    media: (key: string) => [key, 'media'],
    record: (key: string) => [key, 'record'],
    onFoot: (key: string) => [key, 'onFoot'],
  },
);
const parcelKeys = queryKeys('parcel', { staleBy: MARKET_CHANGES }, { one: (parcelNumber: string) => [parcelNumber] });
const outlookKeys = queryKeys('outlook', { staleBy: MARKET_CHANGES, whenOpened: true }, { of: (key: string) => [key] });
const wantedKeys = queryKeys(
  'wanted',
  { staleBy: [...MARKET_CHANGES, 'search', 'client', 'shortlist', 'visit', 'reaction'] },
  { by: (key: string) => [key], fit: (key: string, searchId: string) => [key, 'fit', searchId] },
);

const oneListing = (key: string | undefined) => ({
  queryKey: listingKeys.one(key),
  queryFn: () => ask(getListing, { at: { key: key ?? '' } }),
});

const mediaOf = (key: string) => ({ queryKey: listingKeys.media(key), queryFn: () => ask(getMedia, { at: { key } }) });

export function useListing(key: string | undefined) {
  return useQuery({ ...oneListing(key), enabled: !!key });
}

export function useListings(keys: readonly string[]) {
  return useQueries({ queries: keys.map((key) => oneListing(key)) });
}

/** Fetches what the next one needs, and its first picture, before it is asked for. */
export function useListingAhead(key: string | undefined): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!key) return;
    // one that cannot be fetched ahead is asked for again when it is opened
    client.query(oneListing(key)).catch(() => undefined);
    client.query(mediaOf(key)).catch(() => undefined);
    new Image().src = `/media/${key}/0.svg`;
  }, [client, key]);
}

/** The pictures' captions and the documents. */
export function useListingMedia(key: string) {
  return useQuery(mediaOf(key));
}

/** The parcel in the public record, and where the listing disagrees with it. */
export function usePublicRecord(key: string) {
  return useQuery({ queryKey: listingKeys.record(key), queryFn: () => ask(getRecord, { at: { key } }) });
}

/** A parcel, listed or never. */
export function useParcel(parcelNumber: string) {
  return useQuery({ queryKey: parcelKeys.one(parcelNumber), queryFn: () => ask(getParcel, { at: { parcelNumber } }) });
}

/** How homes like it fared. */
export function useOutlook(key: string) {
  return useQuery({ queryKey: outlookKeys.of(key), queryFn: () => ask(getOutlook, { at: { key } }) });
}

/** What it is to the agent's clients. */
export function useWanted(key: string) {
  return useQuery({ queryKey: wantedKeys.by(key), queryFn: () => ask(getWanted, { at: { key } }) });
}

/** How it fits one saved search, line by line. */
export function useFit(key: string, searchId: string) {
  return useQuery(oneFit(key, searchId));
}

export function useFits(keys: readonly string[], searchId: string) {
  return useQueries({ queries: keys.map((key) => oneFit(key, searchId)) });
}

const oneFit = (key: string, searchId: string) => ({
  queryKey: wantedKeys.fit(key, searchId),
  queryFn: () => ask(getFit, { at: { key, searchId } }),
});

/** What one walks to from it. */
export function useOnFoot(key: string) {
  return useQuery({ queryKey: listingKeys.onFoot(key), queryFn: () => ask(getOnFoot, { at: { key } }) });
}
