import { appliesTo, FIELDS, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { kindsOf } from '../listing/kinds.js';
import type { PropertyType } from '../listing/kinds.js';
import { positionOf } from '../listing/record.js';
import type { FieldValue, ListingRecord } from '../listing/record.js';
import { columnNumber } from '../search/span.js';
import { hasBit, setBit, wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';
import { ChangeLog } from './changeLog.js';
import { Keys } from './keys.js';
import { zeroBits } from './kernel.js';
import type { Kernel } from './kernel.js';
import { BLANK, NOT_APPLICABLE, NumberColumn } from './numberColumn.js';
import { Positions } from './positions.js';
import { Texts } from './texts.js';
import { TravelColumns } from './travelColumns.js';
import { WordIndex } from './wordIndex.js';

/** What stands between several choices in one label. */
const AND = '\u001f';

/** A number, money, date or timestamp, scaled to whole numbers. */
export interface OrderedColumn {
  readonly type: 'ordered';
  readonly numbers: NumberColumn;
}

/** One choice a row, as its label's code; where a listing has several, all of them are one label. */
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

/** Where each row's text stands. */
export interface TextColumn {
  readonly type: 'text';
  readonly places: NumberColumn;
  readonly words: WordIndex;
}

export type Column = OrderedColumn | ChoiceColumn | ChoicesColumn | TextColumn;

const FIRST_ROWS = 128;

/** The listings by column. Rows are never moved: a listing keeps its row, a removed one is only marked. */
export class Columns {
  rows = 0;
  capacity = 0;
  readonly changes = new ChangeLog();
  live: Bits = new Int32Array(0);
  placed: Bits = new Int32Array(0);
  readonly texts: Texts;
  readonly keys: Keys;
  readonly positions: Positions;
  readonly kinds: ChoiceColumn;
  /** Who alone sees a row's listing; blank where everybody does. */
  readonly readers: ChoiceColumn;
  readonly travels = new TravelColumns(this);
  private readonly columns = new Map<string, Column>();

  constructor(readonly kernel: Kernel) {
    this.texts = new Texts(kernel);
    this.keys = new Keys(kernel, this.texts);
    this.positions = new Positions(kernel);
    this.kinds = newChoiceColumn(kernel);
    this.readers = newChoiceColumn(kernel);
    for (const field of FIELDS) this.columns.set(field.name, this.newColumn(field));
  }

  /** Words of a bitset over all rows that there is room for. */
  get words(): number {
    return wordsFor(this.capacity);
  }

  column(name: string): Column {
    return this.columns.get(name) as Column;
  }

  /** All columns with their names, those that no field names first. */
  named(): [string, Column][] {
    return [['kinds of property', this.kinds], ['readers', this.readers], ...this.columns];
  }

  /** Whether a row's listing is still there. */
  isLive(row: number): boolean {
    return hasBit(this.live, row);
  }

  /** Whether somebody may see a row's listing. */
  isSeenBy(row: number, reader: string | undefined): boolean {
    const code = this.readers.codes.get(row);
    return code === BLANK || (reader !== undefined && this.readers.labels[code] === reader);
  }

  /**
   * Adds a listing, or overwrites its row.
   *
   * @param reader  who alone sees it; null where everybody does
   */
  put(record: ListingRecord, reader: string | null = null): void {
    const key = record.ListingKey;
    const known = this.keys.rowOf(key);
    const row = known ?? this.rows++;
    if (row >= this.capacity) this.grow(Math.max(FIRST_ROWS, this.capacity * 2));
    if (known === undefined) this.keys.add(key, row);
    setBit(this.live, row, true);
    const position = positionOf(record);
    setBit(this.placed, row, position !== null);
    if (position) this.positions.set(row, position);
    const kinds = kindsOf(record);
    this.kinds.codes.set(row, codeFor(this.kinds, kinds));
    this.readers.codes.set(row, codeFor(this.readers, reader));
    for (const field of FIELDS) this.putValue(field, row, record, kinds, known === undefined);
    this.changes.add(row);
  }

  remove(key: string): void {
    const row = this.keys.rowOf(key);
    if (row === undefined) return;
    setBit(this.live, row, false);
    this.changes.add(row);
  }

  /** Takes so many rows, all of them without a value; whoever restores a snapshot fills them. */
  begin(rows: number): void {
    this.grow(Math.max(FIRST_ROWS, (rows + (rows >>> 3) + 127) & ~127));
    this.rows = rows;
  }

  /** Writes all texts anew when so many changed that it is worth while. */
  compact(): void {
    if (!this.texts.worn) return;
    const texts = this.named().flatMap(([, column]) => (column.type === 'text' ? column.places : []));
    this.texts.rewrite((renewed) => {
      for (const places of [this.keys.places, ...texts])
        for (let row = 0; row < this.rows; row++) {
          const place = places.get(row);
          if (Number.isFinite(place)) places.set(row, renewed(place));
        }
    });
    this.changes.addAll();
  }

  private putValue(field: Field, row: number, record: ListingRecord, kinds: readonly PropertyType[], isNew: boolean): void {
    const column = this.column(field.name);
    const applies = appliesTo(field, kinds);
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
        // a new row has none of them yet, and there are very many
        if (!isNew) for (const bits of column.has.values()) setBit(bits, row, false);
        for (const choice of values) setBit(column.has.get(choice) ?? this.newChoice(column, choice), row, true);
        setBit(column.blank, row, applies && values.length === 0);
        setBit(column.applies, row, applies);
        break;
      }
      case 'text': {
        const before = column.places.get(row);
        const text = applies && value != null ? String(value) : null;
        if (Number.isFinite(before) && text !== null && this.texts.read(before) === text) break;
        if (Number.isFinite(before)) this.texts.drop(before);
        column.places.set(row, !applies ? NOT_APPLICABLE : text === null ? BLANK : this.texts.add(text));
      }
    }
  }

  /** The bits of a choice that no row had so far. */
  newChoice(column: ChoicesColumn, choice: string): Bits {
    const bits = zeroBits(this.kernel, this.words);
    column.has.set(choice, bits);
    return bits;
  }

  private newColumn({ type }: Field): Column {
    const { kernel, texts, changes } = this;
    if (type === 'choice' || type === 'yesNo') return newChoiceColumn(kernel);
    if (type === 'choices') return { type, has: new Map(), blank: new Int32Array(0), applies: new Int32Array(0) };
    const numbers = new NumberColumn(kernel);
    return type === 'text'
      ? { type, places: numbers, words: new WordIndex(texts, numbers, changes) }
      : { type: 'ordered', numbers };
  }

  private grow(capacity: number): void {
    this.capacity = capacity;
    this.live = this.grown(this.live);
    this.placed = this.grown(this.placed);
    this.positions.grow(capacity);
    this.keys.places.grow(capacity);
    this.kinds.codes.grow(capacity);
    this.readers.codes.grow(capacity);
    for (const column of this.columns.values()) {
      if (column.type === 'ordered') column.numbers.grow(capacity);
      else if (column.type === 'choice') column.codes.grow(capacity);
      else if (column.type === 'text') column.places.grow(capacity);
      else {
        column.blank = this.grown(column.blank);
        column.applies = this.grown(column.applies);
        for (const [choice, bits] of column.has) column.has.set(choice, this.grown(bits));
      }
    }
  }

  /** Bytes taken by numbers, dates, choices and positions, and those by keys and texts. */
  memory(): { bytes: number; words: number } {
    let bytes = [this.live, this.placed, ...this.positions.arrays()].reduce((sum, each) => sum + each.byteLength, 0);
    let words = this.texts.bytes + this.keys.bytes + this.keys.places.values.byteLength;
    for (const [, column] of this.named()) {
      if (column.type === 'ordered') bytes += column.numbers.values.byteLength;
      else if (column.type === 'choice') bytes += column.codes.values.byteLength;
      else if (column.type === 'choices') bytes += (column.has.size + 2) * column.blank.byteLength;
      else words += column.places.values.byteLength;
    }
    return { bytes, words };
  }

  private grown(bits: Bits): Bits {
    const larger = zeroBits(this.kernel, this.words);
    larger.set(bits);
    this.kernel.give(bits);
    return larger;
  }
}

function newChoiceColumn(kernel: Kernel): ChoiceColumn {
  return { type: 'choice', codes: new NumberColumn(kernel), labels: [], codeOf: new Map() };
}

/** The choices that a choice column's label stands for. */
export function choicesIn(label: string): readonly string[] {
  return label.includes(AND) ? label.split(AND) : [label];
}

function codeFor(column: ChoiceColumn, value: FieldValue): number {
  if (value == null || (Array.isArray(value) && value.length === 0)) return BLANK;
  const label = Array.isArray(value) ? value.join(AND) : String(value);
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
