import { appliesTo, FIELDS, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { positionOf } from '../listing/record.js';
import type { FieldValue, ListingRecord } from '../listing/record.js';
import { columnNumber } from '../search/span.js';
import { hasBit, setBit, wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';
import { ChangeLog } from './changeLog.js';
import { PLACES_PER_DEGREE } from '../geo/raster.js';
import { zeroBits } from './kernel.js';
import type { Kernel, Places } from './kernel.js';
import { BLANK, NOT_APPLICABLE, NumberColumn } from './numberColumn.js';
import { TravelColumns } from './travelColumns.js';
import { WordIndex } from './wordIndex.js';

/** A number, money, date or timestamp, scaled to whole numbers. */
export interface OrderedColumn {
  readonly type: 'ordered';
  readonly numbers: NumberColumn;
}

/** One choice a row, as its label's code. */
export interface ChoiceColumn {
  readonly type: 'choice';
  readonly codes: NumberColumn;
  readonly labels: string[];
  readonly codeOf: Map<string, number>;
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
  texts: (string | null | undefined)[];
  readonly words: WordIndex;
}

export type Column = OrderedColumn | ChoiceColumn | ChoicesColumn | TextColumn;

const FIRST_ROWS = 128;

/** The listings by column. Rows are never moved: a listing keeps its row, a removed one is only marked. */
export class Columns {
  rows = 0;
  capacity = 0;
  keys: string[] = [];
  readonly changes = new ChangeLog();
  live: Bits = new Int32Array(0);
  placed: Bits = new Int32Array(0);
  /** Where a listing lies, in whole places. */
  places: Places = { x: new Int32Array(0), y: new Int32Array(0) };
  /** What rounding to places took from its degrees. From 16° on a single precision holds all of it, nearer 0° all but 10⁻¹⁵. */
  private restX: Float32Array = new Float32Array(0);
  private restY: Float32Array = new Float32Array(0);
  readonly kinds: ChoiceColumn;
  readonly travels = new TravelColumns(this);
  private readonly rowOf = new Map<string, number>();
  private readonly columns = new Map<string, Column>();

  constructor(readonly kernel: Kernel) {
    this.kinds = newChoiceColumn(kernel);
    for (const field of FIELDS) this.columns.set(field.name, newColumn(field, kernel));
  }

  /** Words of a bitset over all rows that there is room for. */
  get words(): number {
    return wordsFor(this.capacity);
  }

  column(name: string): Column {
    return this.columns.get(name) as Column;
  }

  /** All columns with their names, that of the kinds of property first. */
  named(): [string, Column][] {
    return [['', this.kinds], ...this.columns];
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
    if (row >= this.capacity) this.grow(Math.max(FIRST_ROWS, this.capacity * 2));
    this.keys[row] = key;
    this.rowOf.set(key, row);
    setBit(this.live, row, true);
    const position = positionOf(record);
    setBit(this.placed, row, position !== null);
    if (position) this.place(row, position);
    this.kinds.codes.set(row, codeFor(this.kinds, record['PropertyType']));
    for (const field of FIELDS) this.putValue(field, row, record);
    this.changes.add(row);
  }

  remove(key: string): void {
    const row = this.rowOf.get(key);
    if (row === undefined) return;
    setBit(this.live, row, false);
    this.changes.add(row);
  }

  /** Takes so many rows, all of them without a value; whoever restores a snapshot fills them. */
  begin(rows: number, keys: string[]): void {
    this.grow(Math.max(FIRST_ROWS, (rows + (rows >>> 3) + 127) & ~127));
    this.rows = rows;
    this.keys = keys;
    this.rowOf.clear();
    keys.forEach((key, row) => this.rowOf.set(key, row));
  }

  private putValue(field: Field, row: number, record: ListingRecord): void {
    const column = this.column(field.name);
    const applies = appliesTo(field, record['PropertyType']);
    const value = applies ? valueOf(field, record) : undefined;
    switch (column.type) {
      case 'ordered':
        column.numbers.set(row, applies ? orderedValue(field, value) : NOT_APPLICABLE);
        break;
      case 'choice':
        column.codes.set(row, applies ? codeFor(column, value) : NOT_APPLICABLE);
        break;
      case 'choices': {
        const values = Array.isArray(value) ? (value as readonly string[]) : [];
        for (const [choice, bits] of column.has) setBit(bits, row, values.includes(choice));
        for (const choice of values) if (!column.has.has(choice)) setBit(this.newChoice(column, choice), row, true);
        setBit(column.blank, row, applies && values.length === 0);
        setBit(column.applies, row, applies);
        break;
      }
      case 'text': {
        const text = !applies ? undefined : value == null ? null : String(value);
        if (column.texts[row] !== text) column.words.add(row, text);
        column.texts[row] = text;
      }
    }
  }

  /** The bits of a choice that no row had so far. */
  newChoice(column: ChoicesColumn, choice: string): Bits {
    const bits = zeroBits(this.kernel, this.words);
    column.has.set(choice, bits);
    return bits;
  }

  private grow(capacity: number): void {
    this.capacity = capacity;
    this.live = this.grown(this.live);
    this.placed = this.grown(this.placed);
    this.restX = grownRests(this.restX, capacity);
    this.restY = grownRests(this.restY, capacity);
    this.places = { x: this.grownPlaces(this.places.x), y: this.grownPlaces(this.places.y) };
    this.kinds.codes.grow(capacity);
    for (const column of this.columns.values()) {
      if (column.type === 'ordered') column.numbers.grow(capacity);
      else if (column.type === 'choice') column.codes.grow(capacity);
      else if (column.type === 'choices') {
        column.blank = this.grown(column.blank);
        column.applies = this.grown(column.applies);
        for (const [choice, bits] of column.has) column.has.set(choice, this.grown(bits));
      }
    }
  }

  /** Bytes taken by numbers, dates, choices and places, and characters of keys and texts. */
  memory(): { bytes: number; words: number } {
    const characters = (texts: readonly (string | null | undefined)[]): number =>
      texts.reduce((sum, text) => sum + (text?.length ?? 0), 0);
    let bytes = [this.live, this.placed, this.places.x, this.places.y, this.restX, this.restY].reduce(
      (sum, each) => sum + each.byteLength,
      0,
    );
    let words = characters(this.keys);
    for (const [, column] of this.named()) {
      if (column.type === 'ordered') bytes += column.numbers.values.byteLength;
      else if (column.type === 'choice') bytes += column.codes.values.byteLength;
      else if (column.type === 'choices') bytes += (column.has.size + 2) * column.blank.byteLength;
      else words += characters(column.texts);
    }
    return { bytes, words };
  }

  /** In degrees, where a listing has a position. */
  longitude(row: number): number {
    return (this.places.x[row] as number) / PLACES_PER_DEGREE + (this.restX[row] as number);
  }

  latitude(row: number): number {
    return (this.places.y[row] as number) / PLACES_PER_DEGREE + (this.restY[row] as number);
  }

  /** All that is held of the rows' positions. */
  positions(): ArrayBufferView[] {
    return [this.places.x, this.places.y, this.restX, this.restY].map((each) => each.subarray(0, this.rows));
  }

  private place(row: number, [x, y]: readonly [number, number]): void {
    this.places.x[row] = Math.round(x * PLACES_PER_DEGREE);
    this.places.y[row] = Math.round(y * PLACES_PER_DEGREE);
    this.restX[row] = x - this.places.x[row] / PLACES_PER_DEGREE;
    this.restY[row] = y - this.places.y[row] / PLACES_PER_DEGREE;
  }

  private grownPlaces(places: Int32Array): Int32Array {
    const { buffer, byteOffset } = this.kernel.take(4 * this.capacity);
    const larger = new Int32Array(buffer, byteOffset, this.capacity);
    larger.set(places);
    this.kernel.give(places);
    return larger;
  }

  private grown(bits: Bits): Bits {
    const larger = zeroBits(this.kernel, this.words);
    larger.set(bits);
    this.kernel.give(bits);
    return larger;
  }
}

function grownRests(rests: Float32Array, capacity: number): Float32Array {
  const larger = new Float32Array(capacity);
  larger.set(rests);
  return larger;
}

function newChoiceColumn(kernel: Kernel): ChoiceColumn {
  return { type: 'choice', codes: new NumberColumn(kernel), labels: [], codeOf: new Map() };
}

function newColumn(field: Field, kernel: Kernel): Column {
  switch (field.type) {
    case 'choice':
    case 'yesNo':
      return newChoiceColumn(kernel);
    case 'choices':
      return { type: 'choices', has: new Map(), blank: new Int32Array(0), applies: new Int32Array(0) };
    case 'text':
      return { type: 'text', texts: [], words: new WordIndex() };
    default:
      return { type: 'ordered', numbers: new NumberColumn(kernel) };
  }
}

function codeFor(column: ChoiceColumn, value: FieldValue): number {
  if (value == null) return BLANK;
  const label = String(value);
  let code = column.codeOf.get(label);
  if (code === undefined) {
    code = column.labels.push(label) - 1;
    column.codeOf.set(label, code);
  }
  return code;
}

function orderedValue(field: Field, value: FieldValue): number {
  return value == null ? BLANK : columnNumber(value, field);
}
