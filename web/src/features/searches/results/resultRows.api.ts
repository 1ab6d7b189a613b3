import { useQueries } from '@tanstack/react-query';
import { findRows } from '@perambula/contract';
import type { Row } from '@perambula/contract';
import type { Prices, ResultSet, Search } from '@perambula/core';
import { useCallback, useMemo, useState } from 'react';
import { ask } from '../../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../../shared/queryKeys.js';
import { likeliestFirst } from './reach.rules.js';
import { pagesAt, pagesOf } from './resultRows.rules.js';
import { useKeys, useResults } from '../draft/searches.api.js';

/** A whole result: its listings by their keys in order, and the rows of those that are looked at. */
export interface ResultRows {
  readonly pending: boolean;
  /** Homes found in all, also beyond those that can be looked through. */
  readonly total: number;
  readonly prices: Prices | null;
  /** Of all that can be looked through, or of the chosen only. */
  readonly keys: readonly string[];
  /** The rows that came with the first answer, for the map. */
  readonly first: readonly Row[];
  /** The listing at a place of `keys`; undefined until it has come. */
  readonly rowAt: (index: number) => Row | undefined;
  /** Says which places are looked at, so that their rows are asked for. */
  readonly see: (from: number, to: number) => void;
}

const rowKeys = queryKeys(
  'rows',
  { staleBy: MARKET_CHANGES },
  { page: (search: Search, set: ResultSet, keys: readonly string[]) => [search, set, keys] },
);

const NONE: readonly Row[] = [];

/** @param chances  how likely each comes within reach, where that is what orders them */
export function useResultRows(
  search: Search,
  set: ResultSet,
  line: string | null,
  only: ReadonlySet<string> | null,
  chances: ReadonlyMap<string, number> | null,
): ResultRows {
  const results = useResults(search, set, line);
  const first = results.data?.rows ?? NONE;
  const total = results.data?.total ?? 0;
  const every = useKeys(search, set, line, total > first.length && !results.isPlaceholderData).data?.keys;
  const keys = useMemo(() => {
    const all = every ?? first.map(({ ListingKey }) => ListingKey);
    const shown = only ? all.filter((key) => only.has(key)) : all;
    return chances ? likeliestFirst(shown, chances) : shown;
  }, [every, first, only, chances]);
  const known = useMemo(() => new Map(first.map((row) => [row.ListingKey, row])), [first]);
  const [seen, setSeen] = useState(pagesAt(0, 0));
  const pages = useMemo(() => pagesOf(keys, known, seen), [keys, known, seen]);
  const loaded = useQueries({
    queries: pages.map((page) => ({
      queryKey: rowKeys.page(search, set, page),
      queryFn: ({ signal }: { signal: AbortSignal }) => ask(findRows, { body: { search, set, keys: page }, signal }),
      structuralSharing: false as const,
    })),
    combine: rowsByKey,
  });
  const rowAt = useCallback(
    (index: number) => {
      const key = keys[index] ?? '';
      return known.get(key) ?? loaded.get(key);
    },
    [keys, known, loaded],
  );
  const see = useCallback((from: number, to: number): void => {
    const pages = pagesAt(from, to);
    // page by page, so that what shows the rows is not drawn anew at each one scrolled by
    setSeen((before) => (before.first === pages.first && before.last === pages.last ? before : pages));
  }, []);
  const { isPending: pending } = results;
  const prices = results.data?.prices ?? null;
  return useMemo(() => ({ pending, total, prices, keys, first, rowAt, see }), [pending, total, prices, keys, first, rowAt, see]);
}

function rowsByKey(pages: readonly { readonly data: Row[] | undefined }[]): ReadonlyMap<string, Row> {
  return new Map(pages.flatMap(({ data }) => (data ?? []).map((row): [string, Row] => [row.ListingKey, row])));
}
