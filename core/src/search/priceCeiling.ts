import { isEither, mustLines } from './document.js';
import type { Is, Search } from './document.js';

/** The line by which homes may cost no more, and how much. */
export interface PriceCeiling {
  readonly line: string;
  readonly most: number;
}

/** The most that a search's homes may cost, by the lowest of its lines that say so; null where none does. */
export function priceCeiling(search: Search): PriceCeiling | null {
  const all = mustLines(search).flatMap((line): PriceCeiling[] => {
    if (isEither(line) || line.field !== 'ListPrice') return [];
    const most = topOf(line.is);
    return most === null ? [] : [{ line: line.id, most }];
  });
  return all.sort((a, b) => a.most - b.most)[0] ?? null;
}

function topOf(is: Is): number | null {
  const top = 'atMost' in is ? is.atMost : 'between' in is ? is.between[1] : 'equals' in is ? is.equals : null;
  return typeof top === 'number' ? top : null;
}
