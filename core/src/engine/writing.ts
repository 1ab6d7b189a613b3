import type { EvaluationContext } from '../search/evaluationContext.js';
import type { Is } from '../search/document.js';
import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';
import type { Condition, Stretch } from './kernel.js';

/** Bits of all rows, of which a writer writes those of one stretch. */
export interface WritableCondition extends Condition {
  readonly u: Bits;
}

/** Bits of the rows among which are all that pass a test of texts, once they were looked for; null where every text must be read. */
export type Candidates = Map<Is, Bits | null>;

export interface Writing {
  readonly columns: Columns;
  readonly context: EvaluationContext;
  readonly stretch: Stretch;
  /** What is known from one stretch to the next. */
  readonly candidates: Candidates;
}
