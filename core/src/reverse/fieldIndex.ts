import { setBit } from '../engine/bitset.js';
import type { Bits } from '../engine/bitset.js';
import { zeroBits } from '../engine/kernel.js';
import type { Condition, Kernel } from '../engine/kernel.js';
import { appliesTo, valueOf } from '../listing/fields.js';
import { isMeasured } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import type { FieldValue, ListingRecord } from '../listing/record.js';
import { kindsOf } from '../listing/kinds.js';
import { travelOf } from '../roads/travel.js';
import type { FieldLine, Is } from '../search/document.js';
import { nearnessToSpan, slackOf, UNMEASURED } from '../search/miss.js';
import { columnNumber, LEAST, MOST, spanOf } from '../search/span.js';
import type { Span, TimeContext } from '../time/period.js';
import { StepSet } from './stepSet.js';
import type { Interval } from './stepSet.js';

/** Of all searches, those whose line on a field is true for a value, unknown (null: none), or false by little at most (null: none). */
export interface Standing extends Condition {
  readonly near: Bits | null;
}

/** Whether a line can be looked up by its field's value alone: one whose answer moves neither with the clock nor with a place. */
export function isIndexed(line: FieldLine, field: Field): boolean {
  const { is, assuming, moved } = line;
  if (assuming || moved || travelOf(line)) return false;
  switch (field.type) {
    case 'number':
    case 'money':
    case 'date':
    case 'timestamp':
      return !('blank' in is || 'last' in is || 'next' in is);
    case 'choice':
    case 'yesNo':
      return !('blank' in is || 'oneOf' in is);
    case 'choices':
      return 'anyOf' in is || 'noneOf' in is || ('allOf' in is && is.allOf.length === 1);
    case 'text':
      return false;
  }
}

/** The lines of many searches on one field, by the field's values. A search has one line on it at most. */
export class FieldIndex {
  private readonly without: Bits;
  private readonly passBlanks: Bits;
  private readonly unknownBlanks: Bits;
  private readonly steps: StepSet | null = null;
  private readonly nearSteps: StepSet | null = null;
  /** Searches that name a choice, among those sought and among those that must not be. */
  private readonly sought = new Map<string, Bits>();
  private readonly banned = new Map<string, Bits>();
  private readonly banning: Bits;
  private readonly t: Bits;
  private readonly near: Bits;
  /** What each search's line asks for, once it was looked at; null where that is no span. */
  private readonly spans = new Map<number, Span<number> | null>();

  /** @param lines  each search's line on the field */
  constructor(
    readonly field: Field,
    readonly lines: ReadonlyMap<number, FieldLine>,
    private readonly words: number,
    private readonly time: TimeContext,
    private readonly kernel: Kernel,
  ) {
    this.without = zeroBits(kernel, words).fill(-1);
    this.passBlanks = zeroBits(kernel, words);
    this.unknownBlanks = zeroBits(kernel, words);
    this.banning = zeroBits(kernel, words);
    this.t = zeroBits(kernel, words);
    this.near = zeroBits(kernel, words);
    for (const [search, line] of lines) {
      setBit(this.without, search, false);
      if (line.blanks === 'pass') setBit(this.passBlanks, search, true);
      else if (line.blanks !== 'fail') setBit(this.unknownBlanks, search, true);
    }
    if (isMeasured(field.type)) {
      const spans = new Map([...lines].map(([search, { is }]) => [search, intervalsOf(is, field, time)]));
      this.steps = new StepSet(spans, words);
      this.nearSteps = new StepSet(new Map([...lines].map(([search, { is }]) => [search, nearbyOf(is, field, time)])), words);
    } else for (const [search, { is }] of lines) this.addChoices(search, is);
  }

  /** How near a value on the field's scale comes to a search's line: what `nearnessOfValue` says. */
  nearnessOf(search: number, value: number): number {
    let span = this.spans.get(search);
    if (span === undefined) {
      const { is } = this.lines.get(search) as FieldLine;
      this.spans.set(search, (span = 'not' in is ? null : spanOf(is, this.field, this.time)));
    }
    return span ? nearnessToSpan(span, value, this.field) : UNMEASURED;
  }

  /** Where the searches stand to a record; what is false and cannot be measured is not near. Good until the next call. */
  standing(record: ListingRecord): Standing {
    if (!appliesTo(this.field, kindsOf(record))) return { t: this.without, u: null, near: null };
    const value = valueOf(this.field, record);
    if (value == null || (Array.isArray(value) && value.length === 0)) {
      this.join(this.passBlanks);
      return { t: this.t, u: this.unknownBlanks, near: null };
    }
    if (!this.steps || !this.nearSteps) {
      this.choices(value);
      return { t: this.t, u: null, near: null };
    }
    const number = columnNumber(value, this.field);
    this.steps.at(number, this.t);
    this.join(this.t);
    this.nearSteps.at(number, this.near);
    return { t: this.t, u: null, near: this.near };
  }

  private join(bits: Bits): void {
    this.kernel.combine('or', this.without, bits, this.t);
  }

  private choices(value: FieldValue): void {
    const { kernel, t } = this;
    const labels = (Array.isArray(value) ? value : [String(value)]) as readonly string[];
    t.set(this.banning);
    for (const label of labels) {
      const banned = this.banned.get(label);
      if (banned) kernel.combine('andNot', t, banned, t);
    }
    for (const label of labels) {
      const sought = this.sought.get(label);
      if (sought) kernel.combine('or', t, sought, t);
    }
    this.join(t);
  }

  private addChoices(search: number, is: Is): void {
    const add = (map: Map<string, Bits>, labels: readonly string[]): void => {
      for (const label of labels) {
        let bits = map.get(label);
        if (!bits) map.set(label, (bits = zeroBits(this.kernel, this.words)));
        setBit(bits, search, true);
      }
    };
    if ('yes' in is) add(this.sought, [String(is.yes)]);
    if ('equals' in is) add(this.sought, [String(is.equals)]);
    if ('anyOf' in is) add(this.sought, is.anyOf);
    if ('allOf' in is) add(this.sought, is.allOf);
    if (!('noneOf' in is || 'not' in is)) return;
    add(this.banned, 'noneOf' in is ? is.noneOf : [String(is.not)]);
    setBit(this.banning, search, true);
  }
}

/** The spans by which a test is true, in column numbers; `not` is everywhere but in its span. */
function intervalsOf(is: Is, field: Field, time: TimeContext): Interval[] {
  const { from, to } = spanOf(is, field, time);
  const own = from <= to ? [{ from, to }] : [];
  return 'not' in is ? [{ from: -Infinity, to: Infinity }, ...own] : own;
}

/** The spans in which a test is true or false by little, rather too wide than too narrow. */
function nearbyOf(is: Is, field: Field, time: TimeContext): Interval[] {
  const { from, to } = spanOf(is, field, time);
  if ('not' in is || from > to) return [];
  const slack = (end: number): number => (end === LEAST || end === MOST ? 0 : slackOf(end, field) * 1.001 + 1e-6);
  return [{ from: from - slack(from), to: to + slack(to) }];
}
