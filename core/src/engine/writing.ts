import type { Circumstances } from '../search/circumstances.js';
import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';
import type { Condition, Stretch } from './kernel.js';

/** Bits of all rows, of which a writer writes those of one stretch. */
export interface Written extends Condition {
  readonly u: Bits;
}

export interface Writing {
  readonly columns: Columns;
  readonly given: Circumstances;
  readonly stretch: Stretch;
}
