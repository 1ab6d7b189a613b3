import { useCallback } from 'react';
import { useParameters } from './useParameters.js';

/** The home that is read beside the page, as its address says, and how to read another, or none. */
export function useReading(): { readonly listingKey: string | null; readonly read: (listingKey: string | null) => void } {
  const [params, change] = useParameters();
  const read = useCallback((listingKey: string | null): void => change({ read: listingKey }), [change]);
  return { listingKey: params.get('read'), read };
}
