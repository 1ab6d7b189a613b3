import type { Search } from '@perambula/core';
import { useEffect, useMemo, useState } from 'react';
import { useMarksOf } from './marks.api.js';
import type { Box } from './marks.api.js';
import { useResultRows } from './resultRows.api.js';
import { useReach } from './reach.api.js';
import { useResultsState } from './results.js';
import type { useShown } from './useShown.js';

/**
 * The homes that a search finds, for the map and for the list.
 *
 * @param search  as it was when typing rested: fetching and drawing homes takes longer than counting them
 * @param page    the page's address without its parameters, which a listing's page leads back to
 */
export function useFound(search: Search, shown: ReturnType<typeof useShown>, page: string) {
  const { set, line, onlyChosen, following, ownOrder, address } = shown;
  const { chosen, setKeys } = useResultsState();
  const found = useMemo(() => ({ ...search, order: ownOrder(search.order) }), [search, ownOrder]);
  const marks = useMarksOf(search, set, line, onlyChosen ? chosen : null);
  const [viewed, setViewed] = useState<Box | null>(null);
  const inView = useMemo(() => (following && marks && viewed ? marks.keysWithin(viewed) : null), [following, marks, viewed]);
  const chances = useReach(search, set === 'missByOne');
  const rows = useResultRows(found, set, line, onlyChosen ? chosen : inView, shown.likeliestFirst ? chances : null);
  const { keys } = rows;
  useEffect(() => setKeys(keys, `${page}?${address}`), [keys, setKeys, page, address]);
  return { found, marks: marks?.marks ?? null, rows, chances, setViewed };
}
