import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { findAddresses } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const addressKeys = queryKeys('addresses', { staleBy: [] }, { sought: (sought: string) => [sought] });

/** Parcels by an address as it is typed, also such as were never listed. */
export function useAddresses(sought: string) {
  return useQuery({
    queryKey: addressKeys.sought(sought),
    enabled: /\d.*[a-z]/i.test(sought),
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => ask(findAddresses, { query: { sought }, signal }),
  });
}
