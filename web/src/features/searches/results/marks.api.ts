import type { ResultSet, Search } from '@perambula/core';
import { useEffect, useState } from 'react';
import type { Marks } from '../../map/index.js';
import { useMarks } from '../draft/searches.api.js';

/** West, south, east and north in degrees. */
export type Box = readonly [number, number, number, number];

interface MarksOf {
  readonly marks: Marks;
  readonly keysWithin: (box: Box) => ReadonlySet<string>;
}

/** A result ready for the map, or only some of its homes; null until it has come. What makes it so is fetched with the map. */
export function useMarksOf(
  search: Search,
  set: ResultSet,
  line: string | null,
  only: ReadonlySet<string> | null,
): MarksOf | null {
  const answer = useMarks(search, set, line).data;
  const [ready, setReady] = useState<MarksOf | null>(null);
  useEffect(() => {
    if (!answer) return;
    let current = true;
    void import('../../map/index.js').then(({ keysWithin, marksOf, onlyThose }) => {
      if (!current) return;
      const marks = marksOf(only ? onlyThose(answer, only) : answer);
      setReady({ marks, keysWithin: (box) => keysWithin(marks, box) });
    });
    return () => {
      current = false;
    };
  }, [answer, only]);
  return ready;
}
