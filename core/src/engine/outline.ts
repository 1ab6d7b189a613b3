import type { Bits } from './bitset.js';
import type { ChoiceColumn, Column, Columns } from './columns.js';
import type { NumberColumn, NumbersOutline } from './numberColumn.js';
import type { TextsOutline } from './texts.js';

/** What columns hold beside their arrays of bits, numbers and texts. */
export interface Outline {
  readonly rows: number;
  readonly texts: TextsOutline;
  /** Of the numbers, in the order of `numbersOf`. */
  readonly numbers: readonly NumbersOutline[];
  readonly columns: readonly ColumnOutline[];
}

interface ColumnOutline {
  readonly name: string;
  readonly type: Column['type'];
  /** The labels of a choice column's codes, or the choices of a choices column. */
  readonly labels: readonly string[];
}

export function outlineOf(columns: Columns): Outline {
  return {
    rows: columns.rows,
    texts: columns.texts.outline(),
    numbers: numbersOf(columns).map((numbers) => numbers.outline()),
    columns: columns.named().map(([name, column]) => ({ name, type: column.type, labels: labelsOf(column) })),
  };
}

/** All columns of numbers, in one order: those of the keys, then each column's. */
export function numbersOf(columns: Columns): NumberColumn[] {
  return [
    columns.keys.places,
    ...columns.named().flatMap(([, column]) => {
      if (column.type === 'ordered') return column.numbers;
      if (column.type === 'choice') return column.codes;
      return column.type === 'text' ? column.places : [];
    }),
  ];
}

/** All bits, in one order: those of whole listings, then of each column of choices. */
export function bitsOf(columns: Columns): Bits[] {
  return [
    columns.live,
    columns.placed,
    ...columns
      .named()
      .flatMap(([, column]) => (column.type === 'choices' ? [column.blank, column.applies, ...column.has.values()] : [])),
  ];
}

/** Gives a column's codes the labels of an outline, beyond those that it has. */
export function addLabels({ labels, codeOf }: ChoiceColumn, all: readonly string[]): void {
  for (let code = labels.length; code < all.length; code++) codeOf.set((labels[code] = all[code] as string), code);
}

function labelsOf(column: Column): readonly string[] {
  return column.type === 'choice' ? column.labels : column.type === 'choices' ? [...column.has.keys()] : [];
}
