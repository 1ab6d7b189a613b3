import { wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';
import type { ChoicesColumn, Column, Columns } from './columns.js';

/** What a snapshot begins with, as JSON; the columns' numbers, bits and texts follow in this order. */
interface Header {
  readonly rows: number;
  readonly columns: readonly HeaderColumn[];
}

interface HeaderColumn {
  readonly name: string;
  readonly type: Column['type'];
  readonly width?: number;
  readonly blanks?: number;
  /** The labels of a choice column's codes, or the choices of a choices column. */
  readonly labels?: readonly string[];
}

/** Texts that are written and read together. */
const CHUNK = 8192;
const BLANK_TEXT = -1;
const NO_TEXT = -2;

type Texts = readonly (string | null | undefined)[];

/**
 * Writes all that the columns hold, piece by piece: a length and the header as JSON, then the bytes of each column.
 * Numbers are as the machine has them, so that a snapshot is read on the kind of machine that wrote it.
 */
export function writeSnapshot(columns: Columns, write: (bytes: Uint8Array) => void): void {
  const { rows } = columns;
  const named = columns.named();
  const header: Header = { rows, columns: named.map(([name, column]) => headerOf(name, column)) };
  writeText(JSON.stringify(header), write);
  writeTexts(columns.keys, rows, write);
  for (const part of wholeParts(columns)) write(bytesOf(part));
  for (const [, column] of named) {
    if (column.type === 'text') writeTexts(column.texts, rows, write);
    else for (const part of partsOf(column, rows)) write(bytesOf(part));
  }
}

/**
 * Fills empty columns with what was written.
 *
 * @param read  fills all of what it is given with the next bytes
 * @throws Error when the snapshot is of other columns than these
 */
export function readSnapshot(columns: Columns, read: (into: Uint8Array) => void): void {
  const header = JSON.parse(readText(read)) as Header;
  const named = columns.named();
  const kinds = (list: readonly { name: string; type: string }[]): string =>
    list.map(({ name, type }) => `${name} ${type}`).join();
  if (kinds(header.columns) !== kinds(named.map(([name, { type }]) => ({ name, type }))))
    throw new Error('The snapshot was written of other columns than these.');
  const { rows } = header;
  columns.begin(rows, readTexts(rows, read) as string[]);
  for (const part of wholeParts(columns)) read(bytesOf(part));
  named.forEach(([, column], i) => {
    const { width = 0, blanks = 0, labels = [] } = header.columns[i] as HeaderColumn;
    if (column.type === 'ordered') column.numbers.restore(width, blanks, columns.capacity);
    if (column.type === 'choice') {
      column.codes.restore(width, blanks, columns.capacity);
      labels.forEach((label, code) => column.codeOf.set((column.labels[code] = label), code));
    }
    if (column.type === 'choices') for (const choice of labels) columns.newChoice(column, choice);
    if (column.type === 'text') column.texts = readTexts(rows, read);
    else for (const part of partsOf(column, rows)) read(bytesOf(part));
  });
}

function headerOf(name: string, column: Column): HeaderColumn {
  const { type } = column;
  if (type === 'ordered') return { name, type, width: column.numbers.widthPlace, blanks: column.numbers.blanks };
  if (type === 'choice')
    return { name, type, width: column.codes.widthPlace, blanks: column.codes.blanks, labels: column.labels };
  return { name, type, ...(type === 'choices' ? { labels: [...column.has.keys()] } : {}) };
}

/** What concerns whole listings. */
function wholeParts(columns: Columns): ArrayBufferView[] {
  const bits = [columns.live, columns.placed].map((each) => each.subarray(0, wordsFor(columns.rows)));
  return [...bits, ...columns.positions()];
}

function partsOf(column: Exclude<Column, { type: 'text' }>, rows: number): ArrayBufferView[] {
  if (column.type === 'choices') return bitsOf(column).map((bits) => bits.subarray(0, wordsFor(rows)));
  return [(column.type === 'ordered' ? column.numbers : column.codes).values.subarray(0, rows)];
}

function bitsOf({ has, blank, applies }: ChoicesColumn): Bits[] {
  return [blank, applies, ...has.values()];
}

function bytesOf({ buffer, byteOffset, byteLength }: ArrayBufferView): Uint8Array {
  return new Uint8Array(buffer, byteOffset, byteLength);
}

function writeTexts(texts: Texts, rows: number, write: (bytes: Uint8Array) => void): void {
  for (let at = 0; at < rows; at += CHUNK) {
    const chunk = Array.from({ length: Math.min(CHUNK, rows - at) }, (_, i) => texts[at + i]);
    write(bytesOf(Int32Array.from(chunk, (text) => (text === undefined ? NO_TEXT : text === null ? BLANK_TEXT : text.length))));
    writeText(chunk.map((text) => text ?? '').join(''), write);
  }
}

function readTexts(rows: number, read: (into: Uint8Array) => void): (string | null | undefined)[] {
  const texts: (string | null | undefined)[] = [];
  for (let at = 0; at < rows; at += CHUNK) {
    const lengths = new Int32Array(Math.min(CHUNK, rows - at));
    read(bytesOf(lengths));
    const text = readText(read);
    let from = 0;
    for (const length of lengths) {
      if (length < 0) texts.push(length === BLANK_TEXT ? null : undefined);
      else texts.push(text.slice(from, (from += length)));
    }
  }
  return texts;
}

function writeText(text: string, write: (bytes: Uint8Array) => void): void {
  const bytes = new TextEncoder().encode(text);
  write(bytesOf(Uint32Array.of(bytes.length)));
  write(bytes);
}

function readText(read: (into: Uint8Array) => void): string {
  const length = new Uint32Array(1);
  read(bytesOf(length));
  const bytes = new Uint8Array(length[0] as number);
  read(bytes);
  return new TextDecoder().decode(bytes);
}
