import { useQuery } from '@tanstack/react-query';
import { getListing, getMedia, getRecord } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const listingKeys = queryKeys(
  'listing',
  { staleBy: MARKET_CHANGES },
  { one: (key: string | undefined) => [key], media: (key: string) => [key, 'media'], record: (key: string) => [key, 'record'] },
);

export function useListing(key: string | undefined) {
  return useQuery({ queryKey: listingKeys.one(key), queryFn: () => ask(getListing, { at: { key: key ?? '' } }), enabled: !!key });
}

/** The pictures' captions and the documents. */
export function useListingMedia(key: string) {
  return useQuery({ queryKey: listingKeys.media(key), queryFn: () => ask(getMedia, { at: { key } }) });
}

/** The parcel in the public record, and where the listing disagrees with it. */
export function usePublicRecord(key: string) {
  return useQuery({ queryKey: listingKeys.record(key), queryFn: () => ask(getRecord, { at: { key } }) });
}
