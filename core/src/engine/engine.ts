import { fieldOf, FIELDS } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import type { ListingRecord } from '../listing/record.js';
import { isEither, mustLines } from '../search/document.js';
import type { EitherLine, Line, Search } from '../search/document.js';
import { loosen } from '../search/loosen.js';
import type { Loosening } from '../search/loosen.js';
import { travelsOf } from '../search/travels.js';
import { statusesInReach } from '../search/reach.js';
import { LEAST, MOST } from '../search/span.js';
import { today } from '../time/period.js';
import type { Circumstances } from '../search/circumstances.js';
import { forEachRow, hasBit } from './bitset.js';
import type { Bits } from './bitset.js';
import { BoundCache } from './boundCache.js';
import { Columns } from './columns.js';
import type { ChoiceColumn, OrderedColumn } from './columns.js';
import { ConditionCache } from './conditionCache.js';
import { takeBits } from './kernel.js';
import type { Condition, Held, Kernel } from './kernel.js';
import { writeLine, writeMember } from './lineBits.js';
import type { Candidates, Writing, Written } from './writing.js';
import { nearnesses } from './nearness.js';
import { numbersFor } from './numbersFor.js';
import { pricesOf } from './prices.js';
import type { Prices } from './prices.js';
import { firstRows, sortersOf } from './order.js';
import { plainKernel } from './plainKernel.js';

/** What one line alone does: listings it is false for, and blank for, that all else holds for. */
export interface LineCount extends Held {
  readonly id: string;
  /** For an either: listings that fit thanks to one member alone, in the members' order. */
  readonly members?: readonly { readonly adds: number }[];
}

export interface BoundCount {
  readonly id: string;
  readonly holdsBack: number | null;
  readonly adds: number | null;
}

export interface Count {
  readonly fit: number;
  readonly unknown: number;
  readonly missByOne: number;
  readonly lines: readonly LineCount[];
  readonly keepIn: Held;
  readonly keepOut: Held;
  readonly bounds: readonly BoundCount[];
}

export type ResultSet = 'fit' | 'unknown' | 'missByOne';

/** A row of a result; for miss by one, `missed` is the line's id, or keepIn or keepOut. */
export interface ResultKey {
  readonly key: string;
  readonly missed?: string;
  /** The lines that would be nice and that it has, where the search has any. */
  readonly nice?: readonly string[];
  /** Of each journey that the search names, its minutes, in their order; null where they are not known or no way leads. */
  readonly minutes?: readonly (number | null)[];
}

/** Part of a result: how many there are in all, those asked for, and the prices of all. */
export interface Found {
  readonly total: number;
  readonly keys: ResultKey[];
  readonly prices: Prices | null;
}

/** Listings as a map draws them: longitude and latitude in millionths of a degree, statuses by their place in a list, prices in dollars. */
export interface Marks {
  readonly keys: readonly string[];
  readonly places: readonly number[];
  readonly statuses: readonly string[];
  readonly status: readonly number[];
  readonly prices: readonly (number | null)[];
}

/** Which part of a result is asked for; `line` leaves only what one line, keepIn or keepOut decides. */
export interface Part {
  readonly set: ResultSet;
  readonly line?: string;
  readonly offset?: number;
  readonly limit?: number;
  /** Whether the prices of all are wanted, too. */
  readonly prices?: boolean;
}

export type ComparedPartName = 'onlyA' | 'onlyB' | 'both';

/** Which homes of two searches are asked for. */
export interface ComparedPart {
  readonly part: ComparedPartName;
  readonly offset?: number;
  readonly limit?: number;
}

/** How many homes fit only the first search, only the second, and both; and the keys of the part asked for. */
export interface Compared {
  readonly onlyA: number;
  readonly onlyB: number;
  readonly both: number;
  readonly keys: readonly string[];
}

interface Teller {
  /** Whether any line would be nice. */
  readonly wishes: boolean;
  readonly missed: (row: number) => string;
  readonly had: (row: number) => readonly string[];
  readonly tell: (row: number) => ResultKey;
}

interface Passed {
  /** The lines' in their order, then keepIn and keepOut. */
  readonly conditions: readonly Condition[];
  /** Rows with every condition true. */
  readonly all: Bits;
  /** Rows with no condition false. */
  readonly none: Bits;
  /** Rows with exactly one condition not true. */
  readonly one: Bits;
  /** Bits to write on meanwhile. */
  readonly lend: () => Bits;
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
    this.columns.tidy();
  }

  remove(keys: Iterable<string>): void {
    for (const key of keys) this.columns.remove(key);
  }

  /** Does what the first searches would have to wait for: reads the words of remarks, and finds the roads beside each home. */
  warm(roads: Circumstances['roads']): void {
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
  count(search: Search, given: Circumstances): Count {
    return this.passed(search, given, (passed) => this.figures(search, passed, given));
  }

  private figures(search: Search, passed: Passed, given: Circumstances): Count {
    const { kernel } = this.columns;
    const lines = mustLines(search);
    const held = kernel.held(passed.conditions, passed.one);
    const [keepIn, keepOut] = held.slice(-2) as [Held, Held];
    const lineCounts = lines.map((line, i) => ({
      id: line.id,
      ...(held[i] as Held),
      ...(isEither(line) ? { members: this.membersAdd(line, passed.all, given, passed.lend) } : {}),
    }));
    const byId = new Map(lineCounts.map((line) => [line.id, line]));
    const fit = kernel.count(passed.all);
    return {
      fit,
      unknown: kernel.count(passed.none) - fit,
      missByOne: held.reduce((sum, { holdsBack }) => sum + holdsBack, 0),
      lines: search.lines.map(({ id }) => byId.get(id) ?? { id, holdsBack: 0, blank: 0 }),
      keepIn,
      keepOut,
      bounds: this.boundCounts(search, passed, keepIn, passed.lend),
    };
  }

  /** For each line, the one move of its limit that would add most for how little it is; the line that adds most first. */
  loosenings(search: Search, given: Circumstances): Loosening[] {
    return this.passed(search, given, ({ conditions, none, one, lend }) => {
      const { kernel } = this.columns;
      const found = mustLines(search).flatMap((line, c) => {
        const column = isEither(line) ? null : this.columns.column(line.field);
        if (isEither(line) || column?.type !== 'ordered') return [];
        const missing = lend();
        kernel.combine('andNot', one, none, missing);
        kernel.combine('andNot', missing, (conditions[c] as Condition).t, missing);
        const scale = (fieldOf(line.field) as Field).precision ?? 1;
        const lost: number[] = [];
        const numberOf = numbersFor(line, this.columns, given);
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
          given: { now: 0, zone: 'utc' },
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
        ? column.labels.map((label, code) =>
            counted(label, () => column.codes.scan(code, code, bits, null, 'put', { first: 0, end: words })),
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
  find(search: Search, given: Circumstances, part: Part): Found {
    return this.inOrder(search, given, part, (rows, bits, { tell }) => ({
      total: this.columns.kernel.count(bits),
      keys: rows.map(tell),
      prices: part.prices ? pricesOf(bits, this.columns) : null,
    }));
  }

  /** The keys alone of what `find` finds. */
  keys(search: Search, given: Circumstances, part: Part): { total: number; keys: string[] } {
    return this.inOrder(search, given, part, (rows, bits) => ({
      total: this.columns.kernel.count(bits),
      keys: rows.map((row) => this.columns.keys.at(row)),
    }));
  }

  private inOrder<T>(
    search: Search,
    given: Circumstances,
    part: Part,
    use: (rows: readonly number[], bits: Bits, teller: Teller) => T,
  ): T {
    const { set, offset = 0, limit = Infinity } = part;
    return this.passed(search, given, (passed) => {
      const bits = this.bitsOf(search, passed, part);
      const teller = this.tellerOf(search, given, set, passed);
      const nearness = nearnesses(search, this.columns, given);
      const sorters =
        set === 'missByOne' && search.order.length === 0
          ? [{ number: remembered((row) => nearness(row, teller.missed(row))) }]
          : sortersOf(search.order, this.columns, given);
      const all = teller.wishes ? [{ number: (row: number) => -teller.had(row).length }, ...sorters] : sorters;
      return use(firstRows(bits, offset + limit, all, this.columns.keys).slice(offset), bits, teller);
    });
  }

  /** The listings of a set by where they lie, at most so many, in no order; those without a place are left out. */
  marks(search: Search, given: Circumstances, part: Part): Marks {
    const { limit = Infinity } = part;
    return this.passed(search, given, (passed) => {
      const { columns } = this;
      const bits = this.bitsOf(search, passed, part);
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
  tell(search: Search, given: Circumstances, set: ResultSet, keys: readonly string[]): ResultKey[] {
    return this.passed(search, given, (passed) => {
      const { tell } = this.tellerOf(search, given, set, passed);
      return keys.flatMap((key) => {
        const row = this.columns.keys.rowOf(key);
        return row === undefined || !this.columns.isSeenBy(row, given.reader) ? [] : tell(row);
      });
    });
  }

  /** What fits one search and what another, by the three parts of the two; the keys of one part, in its own search's order. */
  compare(a: Search, b: Search, given: Circumstances, { part, offset = 0, limit = Infinity }: ComparedPart): Compared {
    return this.passed(a, given, ({ all: inA, lend }) =>
      this.passed(b, given, ({ all: inB }) => {
        const { kernel } = this.columns;
        const [onlyA, onlyB, both] = [lend(), lend(), lend()];
        kernel.combine('andNot', inA, inB, onlyA);
        kernel.combine('andNot', inB, inA, onlyB);
        kernel.combine('and', inA, inB, both);
        const parts = { onlyA, onlyB, both };
        const sorters = sortersOf((part === 'onlyB' ? b : a).order, this.columns, given);
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
  private tellerOf(search: Search, given: Circumstances, set: ResultSet, { conditions }: Passed): Teller {
    const names = conditionNames(search);
    const nice = search.lines
      .filter(({ weight }) => weight === 'nice')
      .map((line) => ({ id: line.id, t: this.lineCondition(line, given).t }));
    const journeys = travelsOf(search).map(({ travel }) => this.columns.travels.inRows(travel, given.roads));
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

  /** The bits of a part; of misses, only those of one line where it is named. They are `passed.all`, written over. */
  private bitsOf(search: Search, { conditions, all, none, one }: Passed, { set, line }: Part): Bits {
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
  private passed<T>(search: Search, given: Circumstances, use: (passed: Passed) => T): T {
    const { kernel, words } = this.columns;
    const lent: Bits[] = [];
    const lend = (): Bits => {
      const bits = takeBits(kernel, words);
      lent.push(bits);
      return bits;
    };
    try {
      const lines = mustLines(search).map((line) => this.lineCondition(line, given));
      const [all, none, one, alive] = [lend(), lend(), lend().fill(0), lend()];
      all.set(this.universe(search, given.reader).t);
      none.set(all);
      kernel.narrow(lines, all, none, one);
      const bounds = (['in', 'out'] as const).map((mode) => {
        kernel.combine('or', none, one, alive);
        const condition = this.areaCondition(search, mode, alive, lend, given);
        kernel.narrow([condition], all, none, one);
        return condition;
      });
      return use({ conditions: [...lines, ...bounds], all, none, one, lend });
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
        if (!search.kinds.some((kind) => kind === label)) codes.scan(code, code, into.t, null, 'take', stretch);
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

  private lineCondition(line: Line, given: Circumstances): Condition {
    given.before?.(line.id);
    const travels = travelsOf({ lines: [line], bounds: [], order: [] });
    return this.written(keyOf(line, given), given, line.id, (into, writing) => {
      // these can be stopped between rows, and what is written by them cannot
      for (const { travel } of travels) this.columns.travels.of(travel, given.roads, () => given.before?.(line.id));
      writeLine(line, into, writing);
    });
  }

  /** A condition's bits, written piece by piece where they are not kept; `part` is the line that the work between them belongs to. */
  private written(
    key: string,
    given: Circumstances,
    part: string | null,
    write: (into: Written, writing: Writing) => void,
  ): Condition {
    const { columns } = this;
    const candidates: Candidates = new Map();
    return this.conditions.get(
      key,
      (into, stretch) => write(into, { columns, given, stretch, candidates }),
      part === null ? undefined : () => given.before?.(part),
    );
  }

  private areaCondition(search: Search, mode: 'in' | 'out', alive: Bits, lend: () => Bits, given: Circumstances): Condition {
    const bounds = search.bounds.filter((bound) => bound.mode === mode);
    const t = lend();
    if (bounds.length === 0) return { t: t.fill(-1), u: null };
    const { kernel, placed } = this.columns;
    t.fill(0);
    for (const bound of bounds) {
      given.before?.(bound.id);
      kernel.combine('or', t, this.areas.inside(bound, alive, given), t);
    }
    if (mode === 'in') kernel.combine('and', t, placed, t);
    else kernel.combine('andNot', placed, t, t);
    const u = lend();
    kernel.combine('andNot', alive, placed, u);
    return { t, u: kernel.count(u) > 0 ? u : null };
  }

  private boundCounts(search: Search, { conditions, all, one }: Passed, keepIn: Held, lend: () => Bits): BoundCount[] {
    const { kernel } = this.columns;
    const out = conditions[conditions.length - 1] as Condition;
    return search.bounds.map((bound) => {
      const peers = search.bounds.filter(({ mode }) => mode === bound.mode);
      if (bound.mode === 'in' && peers.length === 1) return { id: bound.id, holdsBack: keepIn.holdsBack, adds: null };
      let among = all;
      if (bound.mode === 'out') {
        among = lend();
        kernel.combine('andNot', one, out.t, among);
        if (out.u) kernel.combine('andNot', among, out.u, among);
      }
      const others = peers.filter((peer) => peer !== bound).map(({ shape }) => this.areas.known(shape));
      const rows = this.alone(among, this.areas.known(bound.shape), others, lend);
      return bound.mode === 'in' ? { id: bound.id, holdsBack: null, adds: rows } : { id: bound.id, holdsBack: rows, adds: null };
    });
  }

  private membersAdd({ id, either }: EitherLine, all: Bits, given: Circumstances, lend: () => Bits): { adds: number }[] {
    const members = either.map(
      (member) =>
        this.written(keyOf({ id: '', either: [member] }, given), given, id, (into, writing) => writeMember(member, into, writing))
          .t,
    );
    return members.map((own) => ({
      adds: this.alone(
        all,
        own,
        members.filter((other) => other !== own),
        lend,
      ),
    }));
  }

  /** How many rows of some lie in one set and in none of the others. */
  private alone(among: Bits, own: Bits, others: readonly Bits[], lend: () => Bits): number {
    const { kernel } = this.columns;
    const rows = lend();
    kernel.combine('and', among, own, rows);
    for (const other of others) kernel.combine('andNot', rows, other, rows);
    return kernel.count(rows);
  }
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
function keyOf(line: Line, given: Circumstances): string {
  const { id: _id, name: _name, weight: _weight, ...test } = line;
  const text = JSON.stringify(test);
  // relative periods move with the clock: by day for dates, at every instant for timestamps
  if (!/"(last|next)"/.test(text)) return `${text} ${given.zone}`;
  const isDate = !isEither(line) && (fieldOf(line.field) as Field).type === 'date';
  return `${text} ${given.zone} ${isDate ? today(given) : given.now}`;
}
