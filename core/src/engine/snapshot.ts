import { wordsFor } from './bitset.js';
import type { Columns } from './columns.js';
import { addLabels, bitsOf, numbersOf, outlineOf } from './outline.js';
import type { Outline } from './outline.js';

/**
 * Writes all that the columns hold, piece by piece: a length and the outline as JSON, then the bytes of each array.
 * Numbers are as the machine has them, so that a snapshot is read on the kind of machine that wrote it.
 */
export function writeSnapshot(columns: Columns, write: (bytes: Uint8Array) => void): void {
  const outline = new TextEncoder().encode(JSON.stringify(outlineOf(columns)));
  write(bytesOf(Uint32Array.of(outline.length)));
  write(outline);
  for (const array of arraysOf(columns)) write(bytesOf(array));
}

/**
 * Fills empty columns with what was written.
 *
 * @param read  fills all of what it is given with the next bytes
 * @throws Error when the snapshot is of other columns than these
 */
export function readSnapshot(columns: Columns, read: (into: Uint8Array) => void): void {
  const length = new Uint32Array(1);
  read(bytesOf(length));
  const text = new Uint8Array(length[0] as number);
  read(text);
  const outline = JSON.parse(new TextDecoder().decode(text)) as Outline;
  if (namesOf(outline) !== namesOf(outlineOf(columns))) throw new Error('The snapshot was written of other columns than these.');
  begin(columns, outline);
  for (const array of arraysOf(columns)) read(bytesOf(array));
  columns.keys.build(outline.rows);
}

function namesOf({ columns }: Outline): string {
  return columns.map(({ name, type }) => `${name} ${type}`).join();
}

/** Takes the memory that an outline asks for. */
function begin(columns: Columns, { rows, texts, numbers, columns: outlines }: Outline): void {
  columns.begin(rows);
  columns.texts.begin(texts);
  numbersOf(columns).forEach((each, i) => each.begin(numbers[i] as Outline['numbers'][number], columns.capacity));
  columns.named().forEach(([, column], i) => {
    const { labels } = outlines[i] as Outline['columns'][number];
    if (column.type === 'choice') addLabels(column, labels);
    if (column.type === 'choices') for (const choice of labels) columns.newChoice(column, choice);
  });
}

/** All arrays as far as there are rows. */
function arraysOf(columns: Columns): ArrayBufferView[] {
  const { rows } = columns;
  return [
    ...columns.texts.written(),
    ...columns.positions.arrays().map((each) => each.subarray(0, rows)),
    ...bitsOf(columns).map((bits) => bits.subarray(0, wordsFor(rows))),
    ...numbersOf(columns).map(({ values }) => values.subarray(0, rows)),
  ];
}

function bytesOf({ buffer, byteOffset, byteLength }: ArrayBufferView): Uint8Array {
  return new Uint8Array(buffer, byteOffset, byteLength);
}
