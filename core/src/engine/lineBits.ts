import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/fields.js';
import { STATUS_DATE_FIELD } from '../listing/status.js';
import { isEither } from '../search/document.js';
import type { FieldLine, Is, Line, Scalar } from '../search/document.js';
import { testText } from '../search/evaluate.js';
import { dayNumber, daysOf, instantOf, instantsOf } from '../time/period.js';
import type { Span, TimeContext } from '../time/period.js';
import { setBit, wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';
import { BLANK, BLANK_CODE, NOT_APPLICABLE_CODE, scaled } from './columns.js';
import type { ValueSpan } from './rowIndex.js';
import type { ChoiceColumn, ChoicesColumn, Columns, OrderedColumn, TextColumn } from './columns.js';

/** A condition over all rows: where it is true, and where it is unknown; false elsewhere. */
export interface Condition {
  readonly t: Bits;
  readonly u: Bits;
}

/** The rows where a line is true and unknown; an either is SQL's OR, its groups SQL's AND. */
export function lineBits(line: Line, columns: Columns, time: TimeContext): Condition {
  return isEither(line) ? or(memberBits(line, columns, time)) : fieldLineBits(line, columns, time);
}

/** Each member of an either on its own. */
export function memberBits(line: Line & { either: unknown }, columns: Columns, time: TimeContext): Condition[] {
  if (!isEither(line)) return [];
  return line.either.map((member) =>
    'all' in member ? and(member.all.map((part) => fieldLineBits(part, columns, time))) : fieldLineBits(member, columns, time),
  );
}

function or(conditions: readonly Condition[]): Condition {
  return combined(
    conditions,
    (a, b) => a | b,
    (tA, uA, tB, uB) => (uA | uB) & ~(tA | tB),
  );
}

function and(conditions: readonly Condition[]): Condition {
  return combined(
    conditions,
    (a, b) => a & b,
    (tA, uA, tB, uB) => (tA | uA) & (tB | uB) & ~(tA & tB),
  );
}

function combined(
  conditions: readonly Condition[],
  join: (a: number, b: number) => number,
  joinUnknown: (tA: number, uA: number, tB: number, uB: number) => number,
): Condition {
  const [first, ...rest] = conditions as [Condition, ...Condition[]];
  const t = first.t.slice();
  const u = first.u.slice();
  for (const other of rest) {
    for (let w = 0; w < t.length; w++) {
      const [tA, uA, tB, uB] = [t[w] as number, u[w] as number, other.t[w] as number, other.u[w] as number];
      u[w] = joinUnknown(tA, uA, tB, uB);
      t[w] = join(tA, tB);
    }
  }
  return { t, u };
}

function fieldLineBits(line: FieldLine, columns: Columns, time: TimeContext): Condition {
  const field = fieldOf(line.field) as Field;
  const condition = testBits(line.is, field, columns, time);
  if (line.blanks === 'pass') condition.t.forEach((word, w) => (condition.t[w] = word | (condition.u[w] as number)));
  if (line.blanks === 'pass' || line.blanks === 'fail') condition.u.fill(0);
  return condition;
}

function testBits(is: Is, field: Field, columns: Columns, time: TimeContext): Condition {
  const column = columns.column(field.name);
  switch (column.type) {
    case 'ordered':
      return orderedBits(is, field, column, columns.rows, time);
    case 'choice':
      return 'oneOf' in is ? statusBits(is.oneOf, columns, time) : choiceBits(is, column, columns.rows);
    case 'choices':
      return choicesBits(is, column, columns.rows);
    case 'text':
      return textBits(is, column, columns.rows);
  }
}

/** The range of values an ordered column can hold. */
const LEAST = -Number.MAX_VALUE;
const MOST = Number.MAX_VALUE;

function empty(rows: number): Bits {
  return new Int32Array(wordsFor(rows));
}

function orderedBits(is: Is, field: Field, { index, values }: OrderedColumn, rows: number, time: TimeContext): Condition {
  const within = (...span: ValueSpan): Bits => index.within([span], values, rows);
  if ('blank' in is) return { t: is.blank ? within(BLANK, BLANK) : within(LEAST, MOST), u: empty(rows) };
  const { from, to } = spanOf(is, field, time);
  const named = within(Math.max(from, LEAST), Math.min(to, MOST));
  const t = 'not' in is ? without(within(LEAST, MOST), named) : named;
  return { t, u: within(BLANK, BLANK) };
}

function without(bits: Bits, others: Bits): Bits {
  return bits.map((word, w) => word & ~(others[w] as number));
}

/** The closed span of column values that a test names; `not` names what it leaves out. */
function spanOf(is: Is, field: Field, time: TimeContext): Span<number> {
  const low = (end: Scalar): number => columnValue(end, 'first', field, time);
  const high = (end: Scalar): number => columnValue(end, 'last', field, time);
  if ('atLeast' in is) return { from: low(is.atLeast), to: MOST };
  if ('atMost' in is) return { from: LEAST, to: high(is.atMost) };
  if ('between' in is) return { from: low(is.between[0]), to: high(is.between[1]) };
  if ('equals' in is) return { from: low(is.equals), to: high(is.equals) };
  if ('not' in is) return { from: low(is.not), to: high(is.not) };
  const span = field.type === 'date' ? daysOf : instantsOf;
  if ('last' in is) return span('last', is.last, time);
  if ('next' in is) return span('next', is.next, time);
  return { from: MOST, to: LEAST };
}

function columnValue(end: Scalar, which: 'first' | 'last', field: Field, { zone }: TimeContext): number {
  if (field.type === 'date') return dayNumber(String(end));
  if (field.type === 'timestamp') return instantOf(String(end), which, zone);
  return scaled(Number(end), field.precision);
}

function choiceBits(is: Is, { index, codes, labels }: ChoiceColumn, rows: number): Condition {
  const wanted = labels.flatMap((label, code): ValueSpan[] => (isWanted(is, label, code) ? [[code, code]] : []));
  return {
    t: index.within(wanted, codes, rows),
    u: 'blank' in is ? empty(rows) : index.within([[BLANK_CODE, BLANK_CODE]], codes, rows),
  };
}

function isWanted(is: Is, label: string | null, code: number): boolean {
  if (code === NOT_APPLICABLE_CODE) return false;
  if ('blank' in is) return (code === BLANK_CODE) === is.blank;
  return code !== BLANK_CODE && testChoice(is, String(label));
}

function testChoice(is: Is, label: string): boolean {
  if ('yes' in is) return label === String(is.yes);
  if ('equals' in is) return label === is.equals;
  if ('not' in is) return label !== is.not;
  if ('anyOf' in is) return is.anyOf.includes(label);
  return 'noneOf' in is ? !is.noneOf.includes(label) : false;
}

function statusBits(
  entries: readonly { status: keyof typeof STATUS_DATE_FIELD; last?: string }[],
  columns: Columns,
  time: TimeContext,
): Condition {
  const column = columns.column('Status') as ChoiceColumn;
  return or(
    entries.map(({ status, last }) => {
      const now = choiceBits({ equals: status }, column, columns.rows);
      if (last === undefined) return now;
      const field = fieldOf(STATUS_DATE_FIELD[status]) as Field;
      return and([now, testBits({ last }, field, columns, time)]);
    }),
  );
}

function choicesBits(is: Is, column: ChoicesColumn, rows: number): Condition {
  const t = empty(rows);
  const u = empty(rows);
  const sought = 'anyOf' in is ? is.anyOf : 'allOf' in is ? is.allOf : 'noneOf' in is ? is.noneOf : [];
  const bits = sought.map((choice) => column.has.get(choice));
  const all = 'allOf' in is;
  const inverted = 'noneOf' in is ? -1 : 0;
  for (let w = 0; w < t.length; w++) {
    const applies = column.applies[w] as number;
    const blank = column.blank[w] as number;
    if ('blank' in is) {
      t[w] = applies & (is.blank ? blank : ~blank);
      continue;
    }
    let has = all ? -1 : 0;
    for (const set of bits) {
      const word = set ? (set[w] as number) : 0;
      has = all ? has & word : has | word;
    }
    t[w] = (has ^ inverted) & applies & ~blank;
    u[w] = blank;
  }
  return { t, u };
}

function textBits(is: Is, column: TextColumn, rows: number): Condition {
  const t = empty(rows);
  const u = empty(rows);
  for (let row = 0; row < rows; row++) {
    const text = column.texts[row];
    if (text === undefined) continue;
    if ('blank' in is) setBit(t, row, (text === null) === is.blank);
    else if (text === null) setBit(u, row, true);
    else if (testText(is, text)) setBit(t, row, true);
  }
  return { t, u };
}
