import { forEachRow, hasBit, setBit, wordsFor } from '../engine/bitset.js';
import { takeBits, wholeVectors, zeroBits } from '../engine/kernel.js';
import type { Kernel } from '../engine/kernel.js';
import { plainKernel } from '../engine/plainKernel.js';
import type { Bits } from '../engine/bitset.js';
import { fieldOf, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { STATUSES } from '../listing/status.js';
import { kindsOf } from '../listing/kinds.js';
import { isEither, mustLines } from '../search/document.js';
import type { FieldLine, Line, Search } from '../search/document.js';
import { contains, evaluateLine } from '../search/evaluate.js';
import { NEARLY, nearnessOfMiss } from '../search/miss.js';
import { statusesInReach } from '../search/reach.js';
import { columnNumber } from '../search/span.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import { AreaIndex } from './areaIndex.js';
import { FieldIndex, isIndexed } from './fieldIndex.js';
import type { Standing } from './fieldIndex.js';

/** A search that a listing misses by one line, or by its bounds, and narrowly. */
export interface NearMiss<Id> {
  readonly id: Id;
  /** The line's id, or keepIn or keepOut. */
  readonly missed: string;
  /** As `missOf` gives it; NEARLY at most. */
  readonly nearness: number;
}

export interface Wanted<Id> {
  readonly fit: readonly Id[];
  readonly unknown: readonly Id[];
  readonly near: readonly NearMiss<Id>[];
}

/** What is left of a search to be tested by itself. */
interface Rest {
  readonly lines: readonly Line[];
  readonly search: Search;
}

/**
 * Many searches, to be asked which of them one listing fits, may fit, or narrowly misses. Lines are looked up by the
 * listing's values, all searches at once; what cannot be looked up is tested only where the rest leaves it open.
 */
export class ReverseIndex<Id> {
  private readonly fields: FieldIndex[];
  private readonly areas: AreaIndex;
  private readonly ofKind = new Map<string, Bits>();
  private readonly inStatus = new Map<string, Bits>();
  private readonly rests = new Map<number, Rest>();
  private readonly hasRest: Bits;
  /**
   * Searches with every indexed line true, with none false, and with exactly one not true; and bits to write on.
   */
  private readonly found: { readonly all: Bits; readonly none: Bits; readonly one: Bits; readonly some: Bits };
  /** Where the searches stand to the listing that is asked about, by the fields' order. */
  private standings: Standing[] = [];

  /** @param context  whose zone dates against timestamps are read in; its moment does not matter */
  constructor(
    private readonly searches: readonly { readonly id: Id; readonly search: Search }[],
    context: EvaluationContext,
    private readonly kernel: Kernel = plainKernel(),
  ) {
    const words = wholeVectors(4 * wordsFor(searches.length)) / 4;
    const [all, none, one, some] = [0, 1, 2, 3].map(() => takeBits(kernel, words)) as [Bits, Bits, Bits, Bits];
    this.found = { all, none, one, some };
    const lines = new Map<string, Map<number, FieldLine>>();
    this.hasRest = zeroBits(kernel, words);
    searches.forEach(({ search }, i) => {
      const rest: Line[] = [];
      for (const line of mustLines(search)) {
        const field = isEither(line) ? undefined : fieldOf(line.field);
        const known = field && (lines.get(field.name) ?? new Map<number, FieldLine>());
        if (!field || !known || known.has(i) || !isIndexed(line as FieldLine, field)) rest.push(line);
        else lines.set(field.name, known.set(i, line as FieldLine));
      }
      if (rest.length > 0 || search.bounds.length > 0) {
        this.rests.set(i, { lines: rest, search });
        setBit(this.hasRest, i, true);
      }
      for (const kind of search.kinds) mark(this.ofKind, kind, i, words, kernel);
      for (const status of statusesInReach(search) ?? STATUSES) mark(this.inStatus, status, i, words, kernel);
    });
    this.fields = [...lines].map(([name, list]) => new FieldIndex(fieldOf(name) as Field, list, words, context, kernel));
    this.standings = this.fields.map(() => ({ t: new Int32Array(words), u: new Int32Array(words), near: new Int32Array(words) }));
    const keepIns = searches.map(({ search }, i) => [i, search.bounds.filter(({ mode }) => mode === 'in')] as const);
    this.areas = new AreaIndex(new Map(keepIns.filter(([, bounds]) => bounds.length > 0)), words, kernel);
  }

  /** The searches that a listing fits, those that a blank leaves open, and those that it misses by one and narrowly. */
  match(record: ListingRecord, context: EvaluationContext): Wanted<Id> {
    const fit: Id[] = [];
    const unknown: Id[] = [];
    const near: NearMiss<Id>[] = [];
    this.pass(record);
    const { kernel, hasRest } = this;
    const { all, none, one, some } = this.found;
    const id = (i: number): Id => (this.searches[i] as { id: Id }).id;
    // those tested whole
    kernel.combine('andNot', all, hasRest, some);
    forEachRow(some, (i) => fit.push(id(i)));
    kernel.combine('andNot', none, all, some);
    kernel.combine('andNot', some, hasRest, some);
    forEachRow(some, (i) => unknown.push(id(i)));
    this.fields.forEach((index, f) => {
      const { field, lines } = index;
      const { near: nearly } = this.standings[f] as Standing;
      if (!nearly) return;
      const number = columnNumber(valueOf(field, record) as number, field);
      // `nearly` holds those that miss by this line alone
      kernel.combine('andNot', nearly, hasRest, some);
      forEachRow(some, (i) => {
        const line = lines.get(i) as FieldLine;
        const nearness = index.nearnessOf(i, number);
        if (nearness <= NEARLY) near.push({ id: id(i), missed: line.id, nearness });
      });
    });
    // and those of which more must be asked
    kernel.combine('or', none, one, some);
    kernel.combine('and', some, hasRest, some);
    forEachRow(some, (i) => {
      const found = this.ask(i, record, context, hasBit(none, i), hasBit(all, i));
      if (found === 'fit') fit.push(id(i));
      else if (found === 'unknown') unknown.push(id(i));
      else if (found) near.push({ id: id(i), ...found });
    });
    return { fit, unknown, near };
  }

  /** Narrows `found` line by line; of those that miss by one it leaves the ones whose line is nearly true. */
  private pass(record: ListingRecord): void {
    const { kernel } = this;
    const { all, none, one, some } = this.found;
    const place = positionOf(record);
    all.fill(0);
    for (const kind of kindsOf(record)) {
      const searched = this.ofKind.get(kind);
      if (searched) kernel.combine('or', all, searched, all);
    }
    const statuses = this.inStatus.get(String(record['StandardStatus']));
    if (statuses) kernel.combine('and', all, statuses, all);
    else all.fill(0);
    if (place) kernel.combine('and', all, this.areas.near(place), all);
    none.set(all);
    one.fill(0);
    this.standings = this.fields.map((field) => field.standing(record));
    kernel.narrow(this.standings, all, none, one);
    some.fill(0);
    for (const { t, near } of this.standings) {
      if (!near) continue;
      kernel.combine('andNot', near, t, near);
      kernel.combine('and', near, one, near);
      kernel.combine('or', some, near, some);
    }
    one.set(some);
  }

  /** Where a search stands whose other lines and bounds are tested one by one. */
  private ask(
    i: number,
    record: ListingRecord,
    context: EvaluationContext,
    noneFalse: boolean,
    allTrue: boolean,
  ): 'fit' | 'unknown' | Omit<NearMiss<Id>, 'id'> | null {
    const { lines, search } = this.rests.get(i) as Rest;
    const missed: string[] = [];
    let blank = noneFalse && !allTrue;
    /** False once a second one is missed. */
    const hear = (truth: boolean | null, id: string): boolean => {
      if (truth === null) blank = true;
      if (truth === false) missed.push(id);
      return missed.length < 2;
    };
    for (const line of lines) if (!hear(evaluateLine(line, record, context), line.id)) return null;
    const place = positionOf(record);
    for (const mode of ['in', 'out'] as const) {
      const bounds = search.bounds.filter((bound) => bound.mode === mode);
      if (bounds.length === 0) continue;
      const inside = place && bounds.some(({ shape }) => contains(shape, place, context));
      if (!hear(inside === null ? null : inside === (mode === 'in'), mode === 'in' ? 'keepIn' : 'keepOut')) return null;
    }
    const [lost] = missed;
    if (!noneFalse) return lost !== undefined || blank ? null : this.nearAmong(i, record);
    if (lost === undefined) return blank ? 'unknown' : 'fit';
    if (blank) return null;
    const nearness = nearnessOfMiss(search, record, lost, context);
    return nearness <= NEARLY ? { missed: lost, nearness } : null;
  }

  /** The one indexed line that a search misses. */
  private nearAmong(i: number, record: ListingRecord): Omit<NearMiss<Id>, 'id'> | null {
    const f = this.fields.findIndex(({ lines }, at) => lines.has(i) && !hasBit((this.standings[at] as Standing).t, i));
    const index = this.fields[f] as FieldIndex;
    const nearness = index.nearnessOf(i, columnNumber(valueOf(index.field, record) as number, index.field));
    return nearness <= NEARLY ? { missed: (index.lines.get(i) as FieldLine).id, nearness } : null;
  }
}

function mark(map: Map<string, Bits>, label: string, search: number, words: number, kernel: Kernel): void {
  let bits = map.get(label);
  if (!bits) map.set(label, (bits = zeroBits(kernel, words)));
  setBit(bits, search, true);
}
