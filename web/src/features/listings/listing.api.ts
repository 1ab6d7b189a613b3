import { useQuery } from '@tanstack/react-query';
import type { ListingRecord } from '@perambula/core';
import { ask } from '../../shared/http.js';

export interface HistoryEntry {
  readonly listingKey: string;
  readonly at: string;
  readonly field: string;
  readonly from: string | null;
  readonly to: string | null;
  readonly price?: number;
}

export interface ListingAnswer {
  readonly listing: ListingRecord;
  readonly history: readonly HistoryEntry[];
}

export function useListing(key: string | undefined) {
  return useQuery({ queryKey: ['listing', key], queryFn: () => ask<ListingAnswer>(`listings/${key}`), enabled: !!key });
}
