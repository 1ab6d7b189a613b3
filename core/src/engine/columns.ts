import { appliesTo, FIELDS, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/fields.js';
import { positionOf } from '../listing/record.js';
import type { FieldValue, ListingRecord } from '../listing/record.js';
import { dayNumber } from '../time/period.js';
import { grown, hasBit, setBit, wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';
import { RowIndex } from './rowIndex.js';

/** A number, money, date or timestamp: integers scaled to the field's precision, BLANK or NOT_APPLICABLE. */
export interface OrderedColumn {
  readonly type: 'ordered';
  values: Float64Array;
  readonly index: RowIndex;
}

/** One choice a row: a code into `labels`; 0 is blank, 1 is not applicable. */
export interface ChoiceColumn {
  readonly type: 'choice';
  codes: Uint16Array;
  readonly labels: (string | null)[];
  readonly codeOf: Map<string, number>;
  readonly index: RowIndex;
}

/** Many choices a row: a bitset for each. */
export interface ChoicesColumn {
  readonly type: 'choices';
  readonly has: Map<string, Bits>;
  blank: Bits;
  applies: Bits;
}

/** Text as it stands; null where blank, undefined where not applicable. */
export interface TextColumn {
  readonly type: 'text';
  readonly texts: (string | null | undefined)[];
}

type PlainOrdered = Omit<OrderedColumn, 'index'>;
type PlainChoice = Omit<ChoiceColumn, 'index'>;

/** The columns' contents without their indexes. */
export interface ColumnsSnapshot {
  readonly rows: number;
  readonly capacity: number;
  readonly keys: readonly string[];
  readonly live: Bits;
  readonly placed: Bits;
  readonly positions: Float64Array;
  readonly kinds: PlainChoice;
  readonly columns: readonly (readonly [string, PlainOrdered | PlainChoice | ChoicesColumn | TextColumn])[];
}

export type Column = OrderedColumn | ChoiceColumn | ChoicesColumn | TextColumn;

/** What an ordered column holds where there is no value: beyond all values, so that they sort apart. */
export const BLANK = Infinity;
export const NOT_APPLICABLE = -Infinity;

export const BLANK_CODE = 0;
export const NOT_APPLICABLE_CODE = 1;

/** A number scaled to a field's precision; whole when it is a multiple of the precision's step. */
export function scaled(value: number, precision = 1): number {
  const exact = value * precision;
  const whole = Math.round(exact);
  return Math.abs(exact - whole) < 1e-6 ? whole : exact;
}

/** The listings by column. Rows are never moved: a listing keeps its row, a removed one is only marked. */
export class Columns {
  rows = 0;
  private capacity = 0;
  keys: string[] = [];
  private readonly rowOf = new Map<string, number>();
  private readonly columns = new Map<string, Column>();
  live: Bits = new Int32Array(0);
  /** Interleaved longitude, latitude in degrees, where a listing has a position. */
  positions = new Float64Array(0);
  placed: Bits = new Int32Array(0);
  kinds = newChoiceColumn();

  constructor() {
    for (const field of FIELDS) this.columns.set(field.name, newColumn(field));
  }

  column(name: string): Column {
    return this.columns.get(name) as Column;
  }

  rowOfKey(key: string): number | undefined {
    return this.rowOf.get(key);
  }

  /** Whether a row's listing is still there. */
  isLive(row: number): boolean {
    return hasBit(this.live, row);
  }

  /** Adds a listing, or overwrites its row. */
  put(record: ListingRecord): void {
    const key = record.ListingKey;
    const row = this.rowOf.get(key) ?? this.rows++;
    if (row >= this.capacity) this.grow(Math.max(1024, this.capacity * 2));
    this.keys[row] = key;
    this.rowOf.set(key, row);
    setBit(this.live, row, true);
    const position = positionOf(record);
    setBit(this.placed, row, position !== null);
    if (position) this.positions.set(position, 2 * row);
    putCode(this.kinds, row, codeFor(this.kinds, record['PropertyType']));
    for (const field of FIELDS) this.putValue(field, row, record);
  }

  remove(key: string): void {
    const row = this.rowOf.get(key);
    if (row !== undefined) setBit(this.live, row, false);
  }

  /** All that the columns hold, in what a structured clone can carry; the indexes are made again when needed. */
  snapshot(): ColumnsSnapshot {
    const { rows, capacity, keys, live, placed, positions } = this;
    const columns = [...this.columns].map(([name, column]) => [name, plainOf(column)] as const);
    return { rows, capacity, keys, live, placed, positions, kinds: plainOf(this.kinds) as PlainChoice, columns };
  }

  /** Takes the place of what the columns held. */
  restore(snapshot: ColumnsSnapshot): void {
    const { rows, capacity, keys, live, placed, positions, kinds, columns } = snapshot;
    Object.assign(this, {
      rows,
      capacity,
      keys: [...keys],
      live,
      placed,
      positions,
      kinds: { ...kinds, index: new RowIndex(true) },
    });
    this.rowOf.clear();
    keys.forEach((key, row) => this.rowOf.set(key, row));
    for (const [name, plain] of columns) {
      this.columns.set(
        name,
        plain.type === 'ordered' || plain.type === 'choice' ? { ...plain, index: new RowIndex(true) } : plain,
      );
    }
  }

  private putValue(field: Field, row: number, record: ListingRecord): void {
    const column = this.column(field.name);
    const applies = appliesTo(field, record['PropertyType']);
    const value = applies ? valueOf(field, record) : undefined;
    switch (column.type) {
      case 'ordered':
        column.values[row] = applies ? orderedValue(field, value) : NOT_APPLICABLE;
        column.index.touch(row);
        break;
      case 'choice':
        putCode(column, row, applies ? codeFor(column, value) : NOT_APPLICABLE_CODE);
        break;
      case 'choices': {
        const values = Array.isArray(value) ? (value as readonly string[]) : [];
        for (const [choice, bits] of column.has) setBit(bits, row, values.includes(choice));
        for (const choice of values) {
          let bits = column.has.get(choice);
          if (!bits) column.has.set(choice, (bits = new Int32Array(wordsFor(this.capacity))));
          setBit(bits, row, true);
        }
        setBit(column.blank, row, applies && values.length === 0);
        setBit(column.applies, row, applies);
        break;
      }
      case 'text':
        column.texts[row] = applies ? ((value as string | null | undefined) ?? null) : undefined;
    }
  }

  private grow(capacity: number): void {
    this.capacity = capacity;
    this.live = grown(this.live, capacity);
    this.placed = grown(this.placed, capacity);
    const positions = new Float64Array(2 * capacity);
    positions.set(this.positions);
    this.positions = positions;
    this.kinds.codes = grownCodes(this.kinds.codes, capacity);
    for (const column of this.columns.values()) {
      if (column.type === 'ordered') {
        const values = new Float64Array(capacity);
        values.set(column.values);
        column.values = values;
      } else if (column.type === 'choice') {
        column.codes = grownCodes(column.codes, capacity);
      } else if (column.type === 'choices') {
        column.blank = grown(column.blank, capacity);
        column.applies = grown(column.applies, capacity);
        for (const [choice, bits] of column.has) column.has.set(choice, grown(bits, capacity));
      }
    }
  }
}

function plainOf(column: Column): PlainOrdered | PlainChoice | ChoicesColumn | TextColumn {
  if (column.type === 'choices' || column.type === 'text') return column;
  const { index: _index, ...plain } = column;
  return plain;
}

function newChoiceColumn(): ChoiceColumn {
  return { type: 'choice', codes: new Uint16Array(0), labels: [null, null], codeOf: new Map(), index: new RowIndex() };
}

function newColumn(field: Field): Column {
  switch (field.type) {
    case 'choice':
    case 'yesNo':
      return newChoiceColumn();
    case 'choices':
      return { type: 'choices', has: new Map(), blank: new Int32Array(0), applies: new Int32Array(0) };
    case 'text':
      return { type: 'text', texts: [] };
    default:
      return { type: 'ordered', values: new Float64Array(0), index: new RowIndex() };
  }
}

function codeFor(column: ChoiceColumn, value: FieldValue): number {
  if (value == null) return BLANK_CODE;
  const label = String(value);
  let code = column.codeOf.get(label);
  if (code === undefined) {
    code = column.labels.push(label) - 1;
    column.codeOf.set(label, code);
  }
  return code;
}

function putCode(column: ChoiceColumn, row: number, code: number): void {
  column.codes[row] = code;
  column.index.touch(row);
}

function orderedValue(field: Field, value: FieldValue): number {
  if (value == null) return BLANK;
  if (field.type === 'date') return dayNumber(String(value));
  if (field.type === 'timestamp') return Date.parse(String(value));
  return scaled(Number(value), field.precision);
}

function grownCodes(codes: Uint16Array, capacity: number): Uint16Array {
  const larger = new Uint16Array(capacity);
  larger.set(codes);
  return larger;
}
