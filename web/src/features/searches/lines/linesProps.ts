import type { CountAnswer } from '@perambula/contract';
import type { Search } from '@perambula/core';
import type { NamedPlace } from '../../namedPlaces/index.js';

/** What a click on the map does: draws out a circle, sets corners, or names the place of a journey. */
export type Pen = 'circle' | 'corners' | 'place' | null;

/** What all parts of the search's lines are given. */
export interface LinesProps {
  readonly search: Search;
  readonly count: CountAnswer | undefined;
  readonly stale: boolean;
  readonly pen: Pen;
  readonly onPen: (pen: Pen) => void;
  /** A place named for the pen that is out: a circle's middle, or where a journey goes. */
  readonly onPlace: (place: NamedPlace) => void;
  readonly onChange: (search: Search, touched?: string) => void;
  readonly onShow: (set: 'missByOne' | 'unknown', line: string) => void;
  readonly boundChosen: string | null;
  readonly onChooseBound: (id: string | null) => void;
  /** The line that is left out on trial. */
  readonly triedWithout: string | null;
  readonly onTry: (id: string | null) => void;
}
