import { useQuery } from '@tanstack/react-query';
import { getListing, getMedia, getRecord } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useListing(key: string | undefined) {
  return useQuery({ queryKey: ['listing', key], queryFn: () => ask(getListing, { at: { key: key ?? '' } }), enabled: !!key });
}

/** The pictures' captions and the documents. */
export function useListingMedia(key: string) {
  return useQuery({ queryKey: ['listing', key, 'media'], queryFn: () => ask(getMedia, { at: { key } }) });
}

/** The parcel in the public record, and where the listing disagrees with it. */
export function usePublicRecord(key: string) {
  return useQuery({ queryKey: ['listing', key, 'record'], queryFn: () => ask(getRecord, { at: { key } }) });
}
