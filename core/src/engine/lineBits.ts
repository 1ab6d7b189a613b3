import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { STATUS_DATE_FIELD } from '../listing/status.js';
import { travelOf } from '../roads/travel.js';
import { isEither } from '../search/document.js';
import type { EitherMember, FieldLine, Is, Line, StatusTime } from '../search/document.js';
import { timeTest } from '../search/statusTime.js';
import { testText } from '../search/evaluate.js';
import { hasMoved, PRICE_MOVED } from '../search/priceMove.js';
import type { PriceMove } from '../search/priceMove.js';
import { LEAST, MOST, spanOf } from '../search/span.js';
import type { Bits } from './bitset.js';
import { choicesIn } from './columns.js';
import type { ChoiceColumn, ChoicesColumn, OrderedColumn } from './columns.js';
import { takeBits } from './kernel.js';
import type { NumberColumn } from './numberColumn.js';
import { numbersFor } from './numbersFor.js';
import { textBits } from './textBits.js';
import type { WritableCondition, Writing } from './writing.js';

/** Writes the rows of a stretch where a line is true and unknown; an either is SQL's OR, its groups SQL's AND. */
export function writeLine(line: Line, into: WritableCondition, writing: Writing): void {
  if (!isEither(line)) return writeFieldLine(line, into, writing);
  writeJoined(
    line.either.map((member) => (part) => writeMember(member, part, writing)),
    into,
    writing,
    or,
  );
}

/** Writes the rows of a stretch where one member of an either is true and unknown. */
export function writeMember(member: EitherMember, into: WritableCondition, writing: Writing): void {
  if (!('all' in member)) return writeFieldLine(member, into, writing);
  writeJoined(
    member.all.map((line) => (part) => writeFieldLine(line, part, writing)),
    into,
    writing,
    and,
  );
}

type Join = (t: Bits, u: Bits, otherT: Bits, otherU: Bits, w: number) => void;

function or(t: Bits, u: Bits, otherT: Bits, otherU: Bits, w: number): void {
  const both = (t[w] as number) | (otherT[w] as number);
  u[w] = ((u[w] as number) | (otherU[w] as number)) & ~both;
  t[w] = both;
}

function and(t: Bits, u: Bits, otherT: Bits, otherU: Bits, w: number): void {
  const [a, b] = [t[w] as number, otherT[w] as number];
  u[w] = (a | (u[w] as number)) & (b | (otherU[w] as number)) & ~(a & b);
  t[w] = a & b;
}

/** Writes the first part where it belongs and joins each of the others to it. */
function writeJoined(
  parts: readonly ((into: WritableCondition) => void)[],
  into: WritableCondition,
  { columns: { kernel, words }, stretch }: Writing,
  join: Join,
): void {
  const [first, ...others] = parts;
  first?.(into);
  if (others.length === 0) return;
  const other = { t: takeBits(kernel, words), u: takeBits(kernel, words) };
  for (const write of others) {
    write(other);
    for (let w = stretch.first; w < stretch.end; w++) join(into.t, into.u, other.t, other.u, w);
  }
  kernel.give(other.t);
  kernel.give(other.u);
}

function writeFieldLine(line: FieldLine, into: WritableCondition, writing: Writing): void {
  const field = fieldOf(line.field) as Field;
  const travel = travelOf(line);
  if (travel) writeOrdered(line.is, field, writing.columns.travels.of(travel, writing.context.roads), into, writing);
  else if (line.assuming) writeCost(line, into, writing);
  else if (line.moved) writeMoved(line.is, line.moved, into, writing);
  else writeTest(line.is, field, into, writing);
  if (line.blanks !== 'pass' && line.blanks !== 'fail') return;
  const { t, u } = into;
  for (let w = writing.stretch.first; w < writing.stretch.end; w++) {
    if (line.blanks === 'pass') t[w] = (t[w] as number) | (u[w] as number);
    u[w] = 0;
  }
}

function writeTest(is: Is, field: Field, into: WritableCondition, writing: Writing): void {
  const column = writing.columns.column(field.name);
  switch (column.type) {
    case 'ordered':
      return writeOrdered(is, field, column.numbers, into, writing);
    case 'choice':
      return 'oneOf' in is ? writeStatuses(is.oneOf, into, writing) : writeChoice(is, field, column, into, writing);
    case 'choices':
      return writeChoices(is, column, into, writing);
    case 'text':
      return 'blank' in is ? writeBlank(is.blank, column.places, into, writing) : textBits(is, column, into, writing);
  }
}

/** A cost a month by the line's own assumptions: where it can be known as the column says, its amount row by row. */
function writeCost(line: FieldLine, { t, u }: WritableCondition, writing: Writing): void {
  const { columns, context, stretch } = writing;
  const field = fieldOf(line.field) as Field;
  const { numbers } = columns.column(line.field) as OrderedColumn;
  if ('blank' in line.is) return writeTest(line.is, field, { t, u }, writing);
  u.fill(0, stretch.first, stretch.end);
  numbers.scan(LEAST, MOST, t, numbers.blanks > 0 ? u : null, 'put', stretch);
  const { from, to } = spanOf(line.is, field, context);
  const costOf = numbersFor(line, columns, context);
  const leavesOut = 'not' in line.is;
  for (let w = stretch.first; w < stretch.end; w++) {
    for (let left = t[w] as number; left !== 0; left &= left - 1) {
      const bit = 31 - Math.clz32(left & -left);
      const value = costOf(32 * w + bit);
      if ((value >= from && value <= to) === leavesOut) t[w] = (t[w] as number) & ~(1 << bit);
    }
  }
}

/** When a price moved, and of those rows which did so by as much as is asked. */
function writeMoved(is: Is, moved: PriceMove, { t, u }: WritableCondition, writing: Writing): void {
  const { columns, stretch } = writing;
  writeTest(is, fieldOf(PRICE_MOVED) as Field, { t, u }, writing);
  const numbers = (name: string): NumberColumn => (columns.column(name) as OrderedColumn).numbers;
  const [before, now] = [numbers('PreviousListPrice'), numbers('ListPrice')];
  // most never moved, which one scan finds
  const never = takeBits(columns.kernel, columns.words);
  before.scanBlank(never, 'put', stretch);
  now.scanBlank(never, 'take', stretch);
  columns.kernel.combine('andNot', t, never, t, stretch);
  columns.kernel.combine('andNot', u, never, u, stretch);
  columns.kernel.give(never);
  for (let w = stretch.first; w < stretch.end; w++) {
    for (let left = (t[w] as number) | (u[w] as number); left !== 0; left &= left - 1) {
      const bit = left & -left;
      const row = 32 * w + 31 - Math.clz32(bit);
      const truth = hasMoved(moved, before.get(row), now.get(row));
      if (truth === null) u[w] = (u[w] as number) | bit;
      if (!truth) t[w] = (t[w] as number) & ~bit;
      if (truth === false) u[w] = (u[w] as number) & ~bit;
    }
  }
}

function writeOrdered(
  is: Is,
  field: Field,
  numbers: NumberColumn,
  { t, u }: WritableCondition,
  { context, stretch }: Writing,
): void {
  if ('blank' in is) return writeBlank(is.blank, numbers, { t, u }, { stretch });
  const unknown = numbers.blanks > 0 ? u : null;
  if (!unknown) u.fill(0, stretch.first, stretch.end);
  const { from, to } = spanOf(is, field, context);
  if ('not' in is) numbers.scan(LEAST, MOST, t, unknown, 'put', stretch);
  numbers.scan(from, to, t, 'not' in is ? null : unknown, 'not' in is ? 'take' : 'put', stretch);
}

/** Writes the rows that are blank, or those that have a value. */
function writeBlank(
  blank: boolean,
  numbers: NumberColumn,
  { t, u }: WritableCondition,
  { stretch }: Pick<Writing, 'stretch'>,
): void {
  u.fill(0, stretch.first, stretch.end);
  if (blank) numbers.scanBlank(t, 'put', stretch);
  else numbers.scan(LEAST, MOST, t, null, 'put', stretch);
}

function writeChoice(
  is: Is,
  field: Field,
  { codes, labels }: ChoiceColumn,
  { t, u }: WritableCondition,
  { stretch }: Writing,
): void {
  if ('blank' in is) return writeBlank(is.blank, codes, { t, u }, { stretch });
  const unknown = codes.blanks > 0 ? u : null;
  if (!unknown) u.fill(0, stretch.first, stretch.end);
  codes.scan(1, 0, t, unknown, 'put', stretch);
  for (const [from, to] of runsOf(labels, (label) => testChoice(is, field, label))) codes.scan(from, to, t, null, 'add', stretch);
}

/** Runs of codes, both ends included, whose labels pass. */
function runsOf(labels: readonly string[], passes: (label: string) => boolean): (readonly [number, number])[] {
  const runs: [number, number][] = [];
  labels.forEach((label, code) => {
    if (!passes(label)) return;
    const last = runs[runs.length - 1];
    if (last && last[1] === code - 1) last[1] = code;
    else runs.push([code, code]);
  });
  return runs;
}

function testChoice(is: Is, field: Field, label: string): boolean {
  if ('yes' in is) return label === String(is.yes);
  if (field.type === 'text') return testText(is, label);
  const choices = choicesIn(label);
  if ('equals' in is) return choices.includes(String(is.equals));
  if ('not' in is) return !choices.includes(String(is.not));
  if ('anyOf' in is) return choices.some((choice) => is.anyOf.includes(choice));
  return 'noneOf' in is && !choices.some((choice) => is.noneOf.includes(choice));
}

function writeStatuses(entries: readonly StatusTime[], into: WritableCondition, writing: Writing): void {
  const status = fieldOf('Status') as Field;
  const column = writing.columns.column('Status') as ChoiceColumn;
  writeJoined(
    entries.map((entry) => (part) => {
      const now = (here: WritableCondition): void => writeChoice({ equals: entry.status }, status, column, here, writing);
      const asked = timeTest(entry);
      if (asked === null) return now(part);
      const date = fieldOf(STATUS_DATE_FIELD[entry.status]) as Field;
      writeJoined([now, (here) => writeTest(asked, date, here, writing)], part, writing, and);
    }),
    into,
    writing,
    or,
  );
}

function writeChoices(
  is: Is,
  column: ChoicesColumn,
  { t, u }: WritableCondition,
  { columns: { kernel }, stretch }: Writing,
): void {
  const { applies, blank, has } = column;
  if ('blank' in is) {
    kernel.combine(is.blank ? 'and' : 'andNot', applies, blank, t, stretch);
    u.fill(0, stretch.first, stretch.end);
    return;
  }
  const all = 'allOf' in is;
  const sought = 'anyOf' in is ? is.anyOf : all ? is.allOf : 'noneOf' in is ? is.noneOf : [];
  t.fill(all ? -1 : 0, stretch.first, stretch.end);
  for (const choice of sought) {
    const bits = has.get(choice);
    if (bits) kernel.combine(all ? 'and' : 'or', t, bits, t, stretch);
    else if (all) t.fill(0, stretch.first, stretch.end);
  }
  if ('noneOf' in is) kernel.combine('andNot', applies, t, t, stretch);
  else kernel.combine('and', t, applies, t, stretch);
  kernel.combine('andNot', t, blank, t, stretch);
  kernel.combine('or', blank, blank, u, stretch);
}
