import type { CountAnswer } from '@perambula/contract';
import type { Search } from '@perambula/core';

export type Pen = 'circle' | 'corners' | null;

/** What all parts of the search's lines are given. */
export interface LinesProps {
  readonly search: Search;
  readonly count: CountAnswer | undefined;
  readonly stale: boolean;
  readonly pen: Pen;
  readonly onPen: (pen: Pen) => void;
  readonly onChange: (search: Search, touched?: string) => void;
  readonly onShow: (set: 'missByOne' | 'unknown', line: string) => void;
  readonly boundChosen: string | null;
  readonly onChooseBound: (id: string | null) => void;
  /** The line that is left out on trial. */
  readonly triedWithout: string | null;
  readonly onTry: (id: string | null) => void;
}
