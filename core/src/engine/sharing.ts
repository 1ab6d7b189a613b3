import { wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';
import type { Changes } from './changeLog.js';
import type { Columns } from './columns.js';
import type { At } from './kernel.js';
import { addLabels, bitsOf, numbersOf, outlineOf } from './outline.js';
import type { Outline } from './outline.js';

/** What other threads need to read columns that lie in memory shared with them: plain data, to be posted. Addresses are in bytes. */
export interface SharedColumns {
  readonly outline: Outline;
  readonly capacity: number;
  readonly changes: Changes;
  readonly texts: readonly number[];
  readonly keys: { readonly address: number; readonly slots: number };
  readonly positions: readonly number[];
  readonly bits: readonly number[];
  readonly numbers: readonly number[];
}

/** Says where the columns lie. It is true until they change. */
export function shareColumns(columns: Columns): SharedColumns {
  const addressOf = ({ byteOffset }: ArrayBufferView): number => byteOffset;
  return {
    outline: outlineOf(columns),
    capacity: columns.capacity,
    changes: columns.changes.outline(),
    texts: columns.texts.addresses(),
    keys: columns.keys.outline(),
    positions: columns.positions.arrays().map(addressOf),
    bits: bitsOf(columns).map(addressOf),
    numbers: numbersOf(columns).map(({ values }) => addressOf(values)),
  };
}

/** Makes columns read what another thread's hold. These must not be written. */
export function followColumns(columns: Columns, shared: SharedColumns, at: At): void {
  const { outline, capacity } = shared;
  columns.rows = outline.rows;
  columns.capacity = capacity;
  columns.changes.follow(shared.changes);
  columns.texts.follow(outline.texts, shared.texts, at);
  columns.keys.follow(shared.keys, at);
  columns.positions.see(
    shared.positions.map((address) => at(address, 4 * capacity)),
    capacity,
  );
  numbersOf(columns).forEach((each, i) =>
    each.follow(outline.numbers[i] as Outline['numbers'][number], shared.numbers[i] as number, capacity, at),
  );
  const addresses = shared.bits.values();
  const next = (): Bits => {
    const { buffer, byteOffset } = at(addresses.next().value as number, 4 * wordsFor(capacity));
    return new Int32Array(buffer, byteOffset, wordsFor(capacity));
  };
  columns.live = next();
  columns.placed = next();
  columns.named().forEach(([, column], i) => {
    const { labels } = outline.columns[i] as Outline['columns'][number];
    if (column.type === 'choice') addLabels(column, labels);
    if (column.type !== 'choices') return;
    column.blank = next();
    column.applies = next();
    for (const choice of labels) column.has.set(choice, next());
  });
}
