import { STATUSES } from '@perambula/core';
import { useCallback, useMemo, useState } from 'react';
import { marksOf, onlyThose } from '../map/index.js';
import type { Marks } from '../map/index.js';

const NONE: ReadonlySet<string> = new Set();

/** Homes found, without those of statuses that are left out of sight. */
export function useStatuses(all: Marks | null): {
  readonly marks: Marks | null;
  readonly statuses: readonly string[];
  readonly hidden: ReadonlySet<string>;
  readonly toggleStatus: (status: string) => void;
} {
  const [hidden, setHidden] = useState<ReadonlySet<string>>(NONE);
  const marks = useMemo(() => withoutStatuses(all, hidden), [all, hidden]);
  const statuses = useMemo(() => statusesOf(all), [all]);
  const toggleStatus = useCallback(
    (status: string): void =>
      setHidden((before) => {
        const after = new Set(before);
        if (!after.delete(status)) after.add(status);
        return after;
      }),
    [],
  );
  return { marks, statuses, hidden, toggleStatus };
}

/** The statuses that homes found have, in the order of the standard's. */
function statusesOf(marks: Marks | null): string[] {
  if (!marks) return [];
  const { statuses, status } = marks.answer;
  const there = new Set(status);
  return STATUSES.filter((each) => there.has(statuses.indexOf(each)));
}

function withoutStatuses(marks: Marks | null, hidden: ReadonlySet<string>): Marks | null {
  if (!marks || hidden.size === 0) return marks;
  const { keys, status, statuses } = marks.answer;
  return marksOf(
    onlyThose(marks.answer, new Set(keys.filter((_, place) => !hidden.has(statuses[status[place] as number] ?? '')))),
  );
}
