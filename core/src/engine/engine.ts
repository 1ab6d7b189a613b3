import { fieldOf, FIELDS } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import type { PropertyType } from '../listing/kinds.js';
import type { ListingRecord } from '../listing/record.js';
import { isEither, mustLines } from '../search/document.js';
import type { EitherLine, Line, Search } from '../search/document.js';
import { loosen } from '../search/loosen.js';
import type { Loosening } from '../search/loosen.js';
import { travelsOf } from '../search/travels.js';
import { statusesInReach } from '../search/reach.js';
import { LEAST, MOST } from '../search/span.js';
import { today } from '../time/period.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import type { BoundCount, Compared, ComparedPart, Count, Found, Marks, Part, ResultKey, ResultSet } from './answers.js';
import { forEachRow, hasBit } from './bitset.js';
import type { Bits } from './bitset.js';
import { BoundCache } from './boundCache.js';
import { choicesIn, Columns } from './columns.js';
import type { ChoiceColumn, OrderedColumn } from './columns.js';
import { ConditionCache } from './conditionCache.js';
import { takeBits } from './kernel.js';
import type { Condition, Held, Kernel } from './kernel.js';
import { writeLine, writeMember } from './lineBits.js';
import type { Candidates, Writing, WritableCondition } from './writing.js';
import { nearnesses } from './nearness.js';
import { numbersFor } from './numbersFor.js';
import { pricesOf } from './prices.js';
import { firstRows, sortersOf } from './order.js';
import { plainKernel } from './plainKernel.js';

interface RowNotes {
  /** Whether any line would be nice. */
  readonly wishes: boolean;
  readonly missed: (row: number) => string;
  readonly had: (row: number) => readonly string[];
  readonly tell: (row: number) => ResultKey;
}

interface SearchBits {
  /** The lines' in their order, then keepIn and keepOut. */
  readonly conditions: readonly Condition[];
  /** Rows with every condition true. */
  readonly all: Bits;
  /** Rows with no condition false. */
  readonly none: Bits;
  /** Rows with exactly one condition not true. */
  readonly one: Bits;
  /** Bits to write on meanwhile. */
  readonly borrow: () => Bits;
}

/** The columns of all listings, and the bitsets of what was lately asked. */
export class Engine {
  readonly columns: Columns;
  private readonly conditions: ConditionCache;
  private readonly areas: BoundCache;

  constructor(kernel: Kernel = plainKernel()) {
    this.columns = new Columns(kernel);
    this.conditions = new ConditionCache(this.columns);
    this.areas = new BoundCache(this.columns);
  }

  /** @param reader  who alone sees these listings; null where everybody does */
  put(records: Iterable<ListingRecord>, reader: string | null = null): void {
    for (const record of records) this.columns.put(record, reader);
    this.columns.compact();
  }

  remove(keys: Iterable<string>): void {
    for (const key of keys) this.columns.remove(key);
  }

  /** Does what the first searches would have to wait for: reads the words of remarks, and finds the roads beside each home. */
  warm(roads: EvaluationContext['roads']): void {
    const { rows, placed, positions, travels } = this.columns;
    const remarks = this.columns.column('PublicRemarks');
    if (remarks.type === 'text') remarks.words.update(rows);
    let row = 0;
    while (row < rows && !hasBit(placed, row)) row++;
    if (row === rows) return;
    const to = [positions.longitude(row), positions.latitude(row)] as const;
    travels.of({ to, arriveBy: '08:30', on: 'weekday', by: 'car' }, roads);
    travels.settle();
  }

  /** Gives back all bitsets kept. */
  forget(): void {
    this.conditions.clear();
    this.areas.clear();
  }

  /** The live count, with what every line and bound holds back. */
  count(search: Search, context: EvaluationContext): Count {
    return this.withSearchBits(search, context, (searchBits) => this.figures(search, searchBits, context));
  }

  private figures(search: Search, searchBits: SearchBits, context: EvaluationContext): Count {
    const { kernel } = this.columns;
    const lines = mustLines(search);
    const held = kernel.held(searchBits.conditions, searchBits.one);
    const [keepIn, keepOut] = held.slice(-2) as [Held, Held];
    const lineCounts = lines.map((line, i) => ({
      id: line.id,
      ...(held[i] as Held),
      ...(isEither(line) ? { members: this.membersAdd(line, searchBits.all, context, searchBits.borrow) } : {}),
    }));
    const byId = new Map(lineCounts.map((line) => [line.id, line]));
    const fit = kernel.count(searchBits.all);
    return {
      fit,
      unknown: kernel.count(searchBits.none) - fit,
      missByOne: held.reduce((sum, { holdsBack }) => sum + holdsBack, 0),
      lines: search.lines.map(({ id }) => byId.get(id) ?? { id, holdsBack: 0, blank: 0 }),
      keepIn,
      keepOut,
      bounds: this.boundCounts(search, searchBits, keepIn, searchBits.borrow),
    };
  }

  /** For each line, the one move of its limit that would add most for how little it is; the line that adds most first. */
  loosenings(search: Search, context: EvaluationContext): Loosening[] {
    return this.withSearchBits(search, context, ({ conditions, none, one, borrow }) => {
      const { kernel } = this.columns;
      const found = mustLines(search).flatMap((line, c) => {
        const column = isEither(line) ? null : this.columns.column(line.field);
        if (isEither(line) || column?.type !== 'ordered') return [];
        const missing = borrow();
        kernel.combine('andNot', one, none, missing);
        kernel.combine('andNot', missing, (conditions[c] as Condition).t, missing);
        const scale = (fieldOf(line.field) as Field).precision ?? 1;
        const lost: number[] = [];
        const numberOf = numbersFor(line, this.columns, context);
        forEachRow(missing, (row) => lost.push(numberOf(row) / scale));
        return loosen(line, lost) ?? [];
      });
      return found.sort((a, b) => b.adds - a.adds);
    });
  }

  /** For each field, the share of a search's listings that fill it in, of those whose kind has it; null where none has. */
  filled(search: Search): Record<string, number | null> {
    const { columns } = this;
    const { kernel, words } = columns;
    const stretch = { first: 0, end: words };
    const [range, [t, u]] = [this.universe(search, undefined).t, [takeBits(kernel, words), takeBits(kernel, words)]];
    const rows = (name: string, blank: boolean): number => {
      writeLine(
        { id: '', field: name, is: { blank } },
        { t, u },
        {
          columns,
          context: { now: 0, zone: 'utc' },
          stretch,
          candidates: new Map(),
        },
      );
      kernel.combine('and', t, range, t);
      return kernel.count(t);
    };
    const shares = FIELDS.map(({ name, ofLine }) => {
      if (ofLine) return [name, null] as const;
      const [filled, blank] = [rows(name, false), rows(name, true)];
      return [name, filled + blank === 0 ? null : filled / (filled + blank)] as const;
    });
    kernel.give(t);
    kernel.give(u);
    this.conditions.settle();
    return Object.fromEntries(shares);
  }

  /** The values that everybody's listings hold in a choice field, with how many hold each, the most frequent first, ties by value. */
  choices(name: string): { value: string; listings: number }[] {
    const { kernel, live, words, readers } = this.columns;
    const column = this.columns.column(name);
    const bits = takeBits(kernel, words);
    const counted = (value: string, write: () => void): { value: string; listings: number } => {
      write();
      kernel.combine('and', bits, live, bits);
      readers.codes.scan(LEAST, MOST, bits, null, 'take', { first: 0, end: words });
      return { value, listings: kernel.count(bits) };
    };
    const values =
      column.type === 'choice'
        ? [...codesByChoice(column)].map(([choice, codes]) =>
            counted(choice, () => {
              bits.fill(0);
              for (const code of codes) column.codes.scan(code, code, bits, null, 'add', { first: 0, end: words });
            }),
          )
        : column.type === 'choices'
          ? [...column.has].map(([choice, has]) => counted(choice, () => bits.set(has)))
          : [];
    kernel.give(bits);
    return values.filter(({ listings }) => listings > 0).sort((a, b) => b.listings - a.listings || (a.value < b.value ? -1 : 1));
  }

  /**
   * The listings of one of the three sets, in the search's order: blanks last in either direction, ties by ListingKey.
   * Misses by one of a search without an order come nearest first. Before all that come those that have the most of
   * what would be nice.
   */
  find(search: Search, context: EvaluationContext, part: Part): Found {
    return this.inOrder(search, context, part, (rows, bits, { tell }) => ({
      total: this.columns.kernel.count(bits),
      keys: rows.map(tell),
      prices: part.prices ? pricesOf(bits, this.columns) : null,
    }));
  }

  /** The keys alone of what `find` finds. */
  keys(search: Search, context: EvaluationContext, part: Part): { total: number; keys: string[] } {
    return this.inOrder(search, context, part, (rows, bits) => ({
      total: this.columns.kernel.count(bits),
      keys: rows.map((row) => this.columns.keys.at(row)),
    }));
  }

  /** The keys of all that fit, in no order. */
  fitting(search: Search, context: EvaluationContext): string[] {
    return this.withSearchBits(search, context, ({ all }) => {
      const keys: string[] = [];
      forEachRow(all, (row) => keys.push(this.columns.keys.at(row)));
      return keys;
    });
  }

  private inOrder<T>(
    search: Search,
    context: EvaluationContext,
    part: Part,
    use: (rows: readonly number[], bits: Bits, notes: RowNotes) => T,
  ): T {
    const { set, offset = 0, limit = Infinity } = part;
    return this.withSearchBits(search, context, (searchBits) => {
      const bits = this.bitsOf(search, searchBits, part);
      const notes = this.rowNotesOf(search, context, set, searchBits);
      const nearness = nearnesses(search, this.columns, context);
      const sorters =
        set === 'missByOne' && search.order.length === 0
          ? [{ number: remembered((row) => nearness(row, notes.missed(row))) }]
          : sortersOf(search.order, this.columns, context);
      const all = notes.wishes ? [{ number: (row: number) => -notes.had(row).length }, ...sorters] : sorters;
      return use(firstRows(bits, offset + limit, all, this.columns.keys).slice(offset), bits, notes);
    });
  }

  /** The listings of a set by where they lie, at most so many, in no order; those without a place are left out. */
  marks(search: Search, context: EvaluationContext, part: Part): Marks {
    const { limit = Infinity } = part;
    return this.withSearchBits(search, context, (searchBits) => {
      const { columns } = this;
      const bits = this.bitsOf(search, searchBits, part);
      columns.kernel.combine('and', bits, columns.placed, bits);
      const status = columns.column('Status') as ChoiceColumn;
      const { numbers } = columns.column('ListPrice') as OrderedColumn;
      const marks = { keys: [] as string[], places: [] as number[], status: [] as number[], prices: [] as (number | null)[] };
      forEachRow(bits, (row) => {
        if (marks.keys.length >= limit) return;
        marks.keys.push(columns.keys.at(row));
        marks.places.push(Math.round(1e6 * columns.positions.longitude(row)), Math.round(1e6 * columns.positions.latitude(row)));
        marks.status.push(status.codes.get(row));
        const price = numbers.get(row);
        marks.prices.push(Number.isFinite(price) ? price : null);
      });
      return { ...marks, statuses: [...status.labels] };
    });
  }

  /** What `find` says of some listings of a set, in their order; those not there are left out. */
  tell(search: Search, context: EvaluationContext, set: ResultSet, keys: readonly string[]): ResultKey[] {
    return this.withSearchBits(search, context, (searchBits) => {
      const { tell } = this.rowNotesOf(search, context, set, searchBits);
      return keys.flatMap((key) => {
        const row = this.columns.keys.rowOf(key);
        return row === undefined || !this.columns.isSeenBy(row, context.reader) ? [] : tell(row);
      });
    });
  }

  /** What fits one search and what another, by the three parts of the two; the keys of one part, in its own search's order. */
  compare(a: Search, b: Search, context: EvaluationContext, { part, offset = 0, limit = Infinity }: ComparedPart): Compared {
    return this.withSearchBits(a, context, ({ all: inA, borrow }) =>
      this.withSearchBits(b, context, ({ all: inB }) => {
        const { kernel } = this.columns;
        const [onlyA, onlyB, both] = [borrow(), borrow(), borrow()];
        kernel.combine('andNot', inA, inB, onlyA);
        kernel.combine('andNot', inB, inA, onlyB);
        kernel.combine('and', inA, inB, both);
        const parts = { onlyA, onlyB, both };
        const sorters = sortersOf((part === 'onlyB' ? b : a).order, this.columns, context);
        const rows = firstRows(parts[part], offset + limit, sorters, this.columns.keys).slice(offset);
        return {
          onlyA: kernel.count(onlyA),
          onlyB: kernel.count(onlyB),
          both: kernel.count(both),
          keys: rows.map((row) => this.columns.keys.at(row)),
        };
      }),
    );
  }

  /** Says of a row which line it misses and which of those that would be nice it has. */
  private rowNotesOf(search: Search, context: EvaluationContext, set: ResultSet, { conditions }: SearchBits): RowNotes {
    const names = conditionNames(search);
    const nice = search.lines
      .filter(({ weight }) => weight === 'nice')
      .map((line) => ({ id: line.id, t: this.lineCondition(line, context).t }));
    const journeys = travelsOf(search).map(({ travel }) => this.columns.travels.inRows(travel, context.roads));
    const minutesOf = (row: number): (number | null)[] =>
      journeys.map((secondsOf) => (Number.isFinite(secondsOf(row)) ? Math.round(secondsOf(row) / 6) / 10 : null));
    const missed = (row: number): string => names[conditions.findIndex(({ t }) => !hasBit(t, row))] as string;
    const had = (row: number): string[] => nice.flatMap(({ id, t }) => (hasBit(t, row) ? id : []));
    return {
      wishes: nice.length > 0,
      missed,
      had,
      tell: (row) => ({
        key: this.columns.keys.at(row),
        ...(set === 'missByOne' ? { missed: missed(row) } : {}),
        ...(nice.length > 0 ? { nice: had(row) } : {}),
        ...(journeys.length > 0 ? { minutes: minutesOf(row) } : {}),
      }),
    };
  }

  /** The bits of a part; of misses, only those of one line where it is named. They are `searchBits.all`, written over. */
  private bitsOf(search: Search, { conditions, all, none, one }: SearchBits, { set, line }: Part): Bits {
    if (set === 'fit') return all;
    const only = line === undefined ? undefined : conditions[conditionNames(search).indexOf(line)];
    if (line !== undefined && !only) return all.fill(0);
    const { kernel } = this.columns;
    if (set === 'unknown') {
      kernel.combine('andNot', none, all, all);
      if (!only) return all;
      if (!only.u) return all.fill(0);
      kernel.combine('and', all, only.u, all);
      kernel.combine('and', all, one, all);
      return all;
    }
    // what is not true for exactly one, and false for it
    kernel.combine('andNot', one, none, all);
    if (only) kernel.combine('andNot', all, only.t, all);
    return all;
  }

  /** The one pass: lines first, then the areas on the rows that still matter. The bits are good within `use` only. */
  private withSearchBits<T>(search: Search, context: EvaluationContext, use: (searchBits: SearchBits) => T): T {
    const { kernel, words } = this.columns;
    const lent: Bits[] = [];
    const borrow = (): Bits => {
      const bits = takeBits(kernel, words);
      lent.push(bits);
      return bits;
    };
    try {
      const lines = mustLines(search).map((line) => this.lineCondition(line, context));
      const [all, none, one, alive] = [borrow(), borrow(), borrow().fill(0), borrow()];
      all.set(this.universe(search, context.reader).t);
      none.set(all);
      kernel.narrow(lines, all, none, one);
      const bounds = (['in', 'out'] as const).map((mode) => {
        kernel.combine('or', none, one, alive);
        const condition = this.areaCondition(search, mode, alive, borrow, context);
        kernel.narrow([condition], all, none, one);
        return condition;
      });
      return use({ conditions: [...lines, ...bounds], all, none, one, borrow });
    } finally {
      for (const bits of lent) kernel.give(bits);
      this.conditions.settle();
      this.areas.settle();
      this.columns.travels.settle();
    }
  }

  /** The rows that the search ranges over: there, of its kinds, in reach by their status, and everybody's or the reader's own. */
  private universe(search: Search, reader: string | undefined): Condition {
    const { columns } = this;
    const statuses = statusesInReach(search);
    const { readers } = columns;
    const own = reader === undefined ? undefined : readers.codeOf.get(reader);
    const key = `universe ${[...search.kinds].sort().join()} ${statuses ? [...statuses].sort().join() : 'all'} ${own ?? ''}`;
    return this.written(key, { now: 0, zone: 'utc' }, null, (into, writing) => {
      const { stretch } = writing;
      if (statuses) writeLine({ id: '', field: 'Status', is: { anyOf: [...statuses] } }, into, writing);
      else into.t.fill(-1, stretch.first, stretch.end);
      const { codes, labels } = columns.kinds;
      labels.forEach((label, code) => {
        if (!choicesIn(label).some((kind) => search.kinds.includes(kind as PropertyType)))
          codes.scan(code, code, into.t, null, 'take', stretch);
      });
      codes.scanBlank(into.t, 'take', stretch);
      const seen = takeBits(columns.kernel, columns.words);
      readers.codes.scanBlank(seen, 'put', stretch);
      if (own !== undefined) readers.codes.scan(own, own, seen, null, 'add', stretch);
      columns.kernel.combine('and', into.t, seen, into.t, stretch);
      columns.kernel.give(seen);
      columns.kernel.combine('and', into.t, columns.live, into.t, stretch);
      into.u.fill(0, stretch.first, stretch.end);
    });
  }

  private lineCondition(line: Line, context: EvaluationContext): Condition {
    context.before?.(line.id);
    const travels = travelsOf({ lines: [line], bounds: [], order: [] });
    return this.written(keyOf(line, context), context, line.id, (into, writing) => {
      // these can be stopped between rows, and what is written by them cannot
      for (const { travel } of travels) this.columns.travels.of(travel, context.roads, () => context.before?.(line.id));
      writeLine(line, into, writing);
    });
  }

  /** A condition's bits, written piece by piece where they are not kept; `part` is the line that the work between them belongs to. */
  private written(
    key: string,
    context: EvaluationContext,
    part: string | null,
    write: (into: WritableCondition, writing: Writing) => void,
  ): Condition {
    const { columns } = this;
    const candidates: Candidates = new Map();
    return this.conditions.get(
      key,
      (into, stretch) => write(into, { columns, context, stretch, candidates }),
      part === null ? undefined : () => context.before?.(part),
    );
  }

  private areaCondition(
    search: Search,
    mode: 'in' | 'out',
    alive: Bits,
    borrow: () => Bits,
    context: EvaluationContext,
  ): Condition {
    const bounds = search.bounds.filter((bound) => bound.mode === mode);
    const t = borrow();
    if (bounds.length === 0) return { t: t.fill(-1), u: null };
    const { kernel, placed } = this.columns;
    t.fill(0);
    for (const bound of bounds) {
      context.before?.(bound.id);
      kernel.combine('or', t, this.areas.inside(bound, alive, context), t);
    }
    if (mode === 'in') kernel.combine('and', t, placed, t);
    else kernel.combine('andNot', placed, t, t);
    const u = borrow();
    kernel.combine('andNot', alive, placed, u);
    return { t, u: kernel.count(u) > 0 ? u : null };
  }

  private boundCounts(search: Search, { conditions, all, one }: SearchBits, keepIn: Held, borrow: () => Bits): BoundCount[] {
    const { kernel } = this.columns;
    const out = conditions[conditions.length - 1] as Condition;
    return search.bounds.map((bound) => {
      const peers = search.bounds.filter(({ mode }) => mode === bound.mode);
      if (bound.mode === 'in' && peers.length === 1) return { id: bound.id, holdsBack: keepIn.holdsBack, adds: null };
      let among = all;
      if (bound.mode === 'out') {
        among = borrow();
        kernel.combine('andNot', one, out.t, among);
        if (out.u) kernel.combine('andNot', among, out.u, among);
      }
      const others = peers.filter((peer) => peer !== bound).map(({ shape }) => this.areas.known(shape));
      const rows = this.alone(among, this.areas.known(bound.shape), others, borrow);
      return bound.mode === 'in' ? { id: bound.id, holdsBack: null, adds: rows } : { id: bound.id, holdsBack: rows, adds: null };
    });
  }

  private membersAdd({ id, either }: EitherLine, all: Bits, context: EvaluationContext, borrow: () => Bits): { adds: number }[] {
    const members = either.map(
      (member) =>
        this.written(keyOf({ id: '', either: [member] }, context), context, id, (into, writing) =>
          writeMember(member, into, writing),
        ).t,
    );
    return members.map((own) => ({
      adds: this.alone(
        all,
        own,
        members.filter((other) => other !== own),
        borrow,
      ),
    }));
  }

  /** How many rows of some lie in one set and in none of the others. */
  private alone(among: Bits, own: Bits, others: readonly Bits[], borrow: () => Bits): number {
    const { kernel } = this.columns;
    const rows = borrow();
    kernel.combine('and', among, own, rows);
    for (const other of others) kernel.combine('andNot', rows, other, rows);
    return kernel.count(rows);
  }
}

/** The codes of a choice column whose labels stand for a choice, by the choice. */
function codesByChoice({ labels }: ChoiceColumn): Map<string, number[]> {
  const codes = new Map<string, number[]>();
  labels.forEach((label, code) => {
    for (const choice of choicesIn(label)) codes.set(choice, [...(codes.get(choice) ?? []), code]);
  });
  return codes;
}

/** The conditions of a search by name, in the order that they are tested: its must lines, then those of its bounds. */
function conditionNames(search: Search): string[] {
  return [...mustLines(search).map(({ id }) => id), 'keepIn', 'keepOut'];
}

function remembered(compute: (row: number) => number): (row: number) => number {
  const known = new Map<number, number>();
  return (row) => {
    let value = known.get(row);
    if (value === undefined) known.set(row, (value = compute(row)));
    return value;
  };
}

/** What tells one condition from another: the line's test, and the moment where it goes by the clock. */
function keyOf(line: Line, context: EvaluationContext): string {
  const { id: _id, name: _name, weight: _weight, ...test } = line;
  const text = JSON.stringify(test);
  // relative periods move with the clock: by day for dates, at every instant for timestamps
  if (!/"(last|next)"/.test(text)) return `${text} ${context.zone}`;
  const isDate = !isEither(line) && (fieldOf(line.field) as Field).type === 'date';
  return `${text} ${context.zone} ${isDate ? today(context) : context.now}`;
}
