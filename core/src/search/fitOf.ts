import type { FieldValue, ListingRecord } from '../listing/record.js';
import { isEither } from './document.js';
import type { Line, Search } from './document.js';
import { evaluateLine, inReach, judge, valueFor } from './evaluate.js';
import type { Truth } from './evaluate.js';
import type { EvaluationContext } from './evaluationContext.js';
import { missOf } from './miss.js';
import { labelOf, phraseOf } from './phrase.js';

/** What one line of a search, or its bounds, says of one home. */
export interface FitRow {
  readonly id: string;
  /** What is asked about: "List price", "Ferry Square by 8:30 am", "Where". */
  readonly label: string;
  /** What is wanted: "up to $450,000". */
  readonly wanted: string;
  /** Whether it would only be nice. */
  readonly nice: boolean;
  readonly truth: Truth;
  /** The field whose value it is; null for bounds, and for lines that ask one thing or another. */
  readonly field: string | null;
  readonly value: FieldValue;
  /** What it misses, and by how much; null where it does not. */
  readonly miss: string | null;
}

export interface FitAnswer {
  /** Whether it is of the search's kinds and statuses at all. */
  readonly inReach: boolean;
  readonly rows: readonly FitRow[];
}

/** How a home fits a search: each line that must be, the bounds, and each that would be nice, in this order. */
export function fitOf(search: Search, record: ListingRecord, context: EvaluationContext): FitAnswer {
  const { keepIn, keepOut } = judge(search, record, context);
  const row = (line: Line): FitRow => rowOf(line, search, record, context);
  const nice = search.lines.filter(({ weight }) => weight === 'nice');
  const where = search.bounds.length === 0 ? [] : [whereRow(search, record, context, keepIn, keepOut)];
  return {
    inReach: inReach(search, record),
    rows: [...where, ...search.lines.filter((line) => !nice.includes(line)).map(row), ...nice.map(row)],
  };
}

function rowOf(line: Line, search: Search, record: ListingRecord, context: EvaluationContext): FitRow {
  const truth = evaluateLine(line, record, context);
  const nice = line.weight === 'nice';
  const common = { id: line.id, wanted: phraseOf(line), nice, truth };
  const miss = truth === false && !nice ? missOf(search, record, line.id, context).text : null;
  if (isEither(line)) return { ...common, label: line.name ?? 'Either', field: null, value: null, miss };
  const value = valueFor(line, record, context) ?? null;
  return { ...common, label: labelOf(line), field: line.field, value, miss };
}

function whereRow(search: Search, record: ListingRecord, context: EvaluationContext, keepIn: Truth, keepOut: Truth): FitRow {
  const truth = keepIn === false || keepOut === false ? false : keepIn === null || keepOut === null ? null : true;
  const missed = keepIn === false ? 'keepIn' : 'keepOut';
  return {
    id: 'where',
    label: 'Where',
    wanted: '',
    nice: false,
    truth,
    field: null,
    value: null,
    miss: truth === false ? missOf(search, record, missed, context).text : null,
  };
}
