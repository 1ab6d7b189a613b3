import { useQuery } from '@tanstack/react-query';
import type { ListingAnswer } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function useListing(key: string | undefined) {
  return useQuery({ queryKey: ['listing', key], queryFn: () => ask<ListingAnswer>(`listings/${key}`), enabled: !!key });
}
