import { useQuery } from '@tanstack/react-query';
import type { ListingAnswer, ListingMedia, RecordAnswer } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useListing(key: string | undefined) {
  return useQuery({ queryKey: ['listing', key], queryFn: () => ask<ListingAnswer>(`listings/${key}`), enabled: !!key });
}

/** The pictures' captions and the documents. */
export function useListingMedia(key: string) {
  return useQuery({ queryKey: ['listing', key, 'media'], queryFn: () => ask<ListingMedia>(`listings/${key}/media`) });
}

/** The parcel in the public record, and where the listing disagrees with it. */
export function usePublicRecord(key: string) {
  return useQuery({ queryKey: ['listing', key, 'record'], queryFn: () => ask<RecordAnswer>(`listings/${key}/record`) });
}
