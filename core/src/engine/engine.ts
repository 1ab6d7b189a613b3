import { prepared } from '../geo/prepared.js';
import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/fields.js';
import type { ListingRecord } from '../listing/record.js';
import { mustLines } from '../search/document.js';
import type { Bound, Line, Search } from '../search/document.js';
import { statusesInReach } from '../search/reach.js';
import { today } from '../time/period.js';
import type { TimeContext } from '../time/period.js';
import { count, forEachRow, grown, ones, setBit } from './bitset.js';
import type { Bits } from './bitset.js';
import { Columns } from './columns.js';
import type { ColumnsSnapshot } from './columns.js';
import { lineBits, memberBits } from './lineBits.js';
import type { Condition } from './lineBits.js';
import type { ValueSpan } from './rowIndex.js';

/** What one line alone does: listings it is false for, and blank for, that all else holds for. */
export interface Held {
  readonly holdsBack: number;
  readonly blank: number;
}

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
}

interface Passed {
  readonly conditions: readonly Condition[];
  /** Rows with every condition true. */
  readonly all: Bits;
  /** Rows with no condition false. */
  readonly none: Bits;
  /** Rows with exactly one condition not true. */
  readonly one: Bits;
}

interface Inside {
  readonly tested: Bits;
  readonly inside: Bits;
}

const MOST_KEPT = 256;

/** The columns of all listings, and the bitsets of the lines lately asked for. */
export class Engine {
  readonly columns = new Columns();
  private readonly lineCache = new Map<string, Condition>();
  private readonly boundCache = new Map<string, Inside>();

  put(records: Iterable<ListingRecord>): void {
    for (const record of records) this.columns.put(record);
    this.forget();
  }

  remove(keys: Iterable<string>): void {
    for (const key of keys) this.columns.remove(key);
    this.forget();
  }

  snapshot(): ColumnsSnapshot {
    return this.columns.snapshot();
  }

  restore(snapshot: ColumnsSnapshot): void {
    this.columns.restore(snapshot);
    this.forget();
  }

  private forget(): void {
    this.lineCache.clear();
    this.boundCache.clear();
  }

  /** The live count, with what every line and bound holds back. */
  count(search: Search, time: TimeContext): Count {
    const passed = this.pass(search, time);
    const lines = mustLines(search);
    const held = passed.conditions.map((condition) => heldBy(condition, passed.one));
    const [keepIn, keepOut] = held.slice(-2) as [Held, Held];
    const lineCounts = lines.map((line, i) => ({
      id: line.id,
      ...(held[i] as Held),
      ...('either' in line ? { members: this.membersAdd(line, passed.all, time) } : {}),
    }));
    const byId = new Map(lineCounts.map((line) => [line.id, line]));
    const fit = count(passed.all);
    return {
      fit,
      unknown: count(passed.none) - fit,
      missByOne: held.reduce((sum, { holdsBack }) => sum + holdsBack, 0),
      lines: search.lines.map(({ id }) => byId.get(id) ?? { id, holdsBack: 0, blank: 0 }),
      keepIn,
      keepOut,
      bounds: this.boundCounts(search, passed, keepIn),
    };
  }

  /** The listings of one of the three sets, in no order; of those that miss by one, only a line's own if it is named. */
  select(search: Search, set: ResultSet, time: TimeContext, line?: string): ResultKey[] {
    const passed = this.pass(search, time);
    const keys: ResultKey[] = [];
    const take = (bits: Bits, missed?: string): void =>
      forEachRow(bits, (row) => keys.push({ key: this.columns.keys[row] as string, ...(missed ? { missed } : {}) }));
    if (set === 'missByOne') {
      const names = [...mustLines(search).map(({ id }) => id), 'keepIn', 'keepOut'];
      passed.conditions.forEach(({ t, u }, c) => {
        if (line === undefined || line === names[c]) {
          take(
            passed.one.map((word, w) => word & ~(t[w] as number) & ~(u[w] as number)),
            names[c],
          );
        }
      });
    } else if (set === 'fit') {
      take(passed.all);
    } else {
      const unknown = passed.none.map((word, w) => word & ~(passed.all[w] as number));
      const named = line === undefined ? -1 : mustLines(search).findIndex(({ id }) => id === line);
      const only = passed.conditions[named]?.u;
      take(only ? unknown.map((word, w) => word & (only[w] as number) & (passed.one[w] as number)) : unknown);
    }
    return keys;
  }

  /** The one pass: lines first, then the areas on the rows that still matter. */
  private pass(search: Search, time: TimeContext): Passed {
    const lines = mustLines(search).map((line) => this.lineCondition(line, time));
    const all = this.universe(search);
    const none = all.slice();
    const one = new Int32Array(all.length);
    lines.forEach((condition) => narrow(condition, all, none, one));
    const alive = new Int32Array(all.length);
    for (let w = 0; w < alive.length; w++) alive[w] = (all[w] as number) | (none[w] as number) | (one[w] as number);
    const bounds = [this.areaCondition(search, 'in', alive), this.areaCondition(search, 'out', alive)];
    bounds.forEach((condition) => narrow(condition, all, none, one));
    return { conditions: [...lines, ...bounds], all, none, one };
  }

  private universe(search: Search): Bits {
    const { live, kinds, rows } = this.columns;
    const statuses = statusesInReach(search);
    const status =
      statuses &&
      this.cached(`reach ${[...statuses].sort().join()}`, () =>
        lineBits({ id: '', field: 'Status', is: { anyOf: [...statuses] } }, this.columns, { now: 0, zone: 'utc' }),
      );
    const kind = this.cached(`kinds ${[...search.kinds].sort().join()}`, () => {
      // in the order of the codes: the index wants rising spans
      const spans = kinds.labels.flatMap((label, code): ValueSpan[] =>
        search.kinds.some((name) => name === label) ? [[code, code]] : [],
      );
      const t = kinds.index.within(spans, kinds.codes, rows);
      return { t, u: t };
    });
    const all = new Int32Array(kind.t.length);
    for (let w = 0; w < all.length; w++)
      all[w] = (kind.t[w] as number) & (live[w] as number) & (status ? (status.t[w] as number) : -1);
    return all;
  }

  private lineCondition(line: Line, time: TimeContext): Condition {
    const { id: _id, name: _name, weight: _weight, ...test } = line;
    // relative periods move with the clock: by day for dates, at every instant for timestamps
    const moving = /"(last|next)"/.test(JSON.stringify(test)) ? ` ${time.zone} ${this.momentOf(line, time)}` : ` ${time.zone}`;
    return this.cached(JSON.stringify(test) + moving, () => lineBits(line, this.columns, time));
  }

  private momentOf(line: Line, time: TimeContext): string {
    const isDate = !('either' in line) && (fieldOf(line.field) as Field).type === 'date';
    return isDate ? today(time) : String(time.now);
  }

  private cached(key: string, make: () => Condition): Condition {
    const known = this.lineCache.get(key);
    if (known) return known;
    const made = make();
    this.lineCache.set(key, made);
    evict(this.lineCache);
    return made;
  }

  private areaCondition(search: Search, mode: 'in' | 'out', alive: Bits): Condition {
    const bounds = search.bounds.filter((bound) => bound.mode === mode);
    const u = new Int32Array(alive.length);
    if (bounds.length === 0) return { t: new Int32Array(alive.length).fill(-1), u };
    const inside = bounds.map((bound) => this.insideBound(bound, alive));
    const { placed } = this.columns;
    const t = new Int32Array(alive.length);
    for (let w = 0; w < t.length; w++) {
      let any = 0;
      for (const bits of inside) any |= bits[w] as number;
      const here = placed[w] as number;
      t[w] = (mode === 'in' ? any : ~any) & here;
      u[w] = (alive[w] as number) & ~here;
    }
    return { t, u };
  }

  /** The rows inside one bound, tested only where they matter and remembered. */
  private insideBound(bound: Bound, alive: Bits): Bits {
    const key = JSON.stringify(bound.shape);
    let known = this.boundCache.get(key);
    if (!known || known.tested.length < alive.length) {
      known = {
        tested: known ? grown(known.tested, alive.length * 32) : new Int32Array(alive.length),
        inside: known ? grown(known.inside, alive.length * 32) : new Int32Array(alive.length),
      };
      this.boundCache.set(key, known);
      evict(this.boundCache);
    }
    const { tested, inside } = known;
    const { positions, placed } = this.columns;
    const fresh = alive.map((word, w) => word & ~(tested[w] as number) & (placed[w] as number));
    const within = prepared(bound.shape);
    forEachRow(fresh, (row) => {
      if (within(positions[2 * row] as number, positions[2 * row + 1] as number)) setBit(inside, row, true);
    });
    for (let w = 0; w < tested.length; w++) tested[w] = (tested[w] as number) | (fresh[w] as number);
    return inside;
  }

  private boundCounts(search: Search, passed: Passed, keepIn: Held): BoundCount[] {
    const [inCondition, outCondition] = passed.conditions.slice(-2) as [Condition, Condition];
    return search.bounds.map((bound) => {
      const peers = search.bounds.filter(({ mode }) => mode === bound.mode);
      if (bound.mode === 'in' && peers.length === 1) return { id: bound.id, holdsBack: keepIn.holdsBack, adds: null };
      const [own, ...others] = [bound, ...peers.filter((peer) => peer !== bound)].map(
        (peer) => this.boundCache.get(JSON.stringify(peer.shape))?.inside as Bits,
      );
      // within this bound and no other of its mode, all else true
      let rows = 0;
      const condition = bound.mode === 'in' ? inCondition : outCondition;
      for (let w = 0; w < passed.all.length; w++) {
        const rest =
          bound.mode === 'in'
            ? (passed.all[w] as number)
            : (passed.one[w] as number) & ~(condition.t[w] as number) & ~(condition.u[w] as number);
        let alone = rest & (own?.[w] as number);
        for (const other of others) alone &= ~(other[w] as number);
        rows += ones(alone);
      }
      return bound.mode === 'in' ? { id: bound.id, holdsBack: null, adds: rows } : { id: bound.id, holdsBack: rows, adds: null };
    });
  }

  private membersAdd(line: Line & { either: unknown }, all: Bits, time: TimeContext): { adds: number }[] {
    const members = memberBits(line, this.columns, time);
    return members.map((member) => {
      const alone = all.map((word, w) =>
        members.reduce(
          (bits, other) => (other === member ? bits : bits & ~(other.t[w] as number)),
          word & (member.t[w] as number),
        ),
      );
      return { adds: count(alone) };
    });
  }
}

/** One more condition: E = (E & t) | (A & ~t), A &= t, N &= t | u. */
function narrow({ t, u }: Condition, all: Bits, none: Bits, one: Bits): void {
  for (let w = 0; w < all.length; w++) {
    const yes = t[w] as number;
    const a = all[w] as number;
    one[w] = ((one[w] as number) & yes) | (a & ~yes);
    all[w] = a & yes;
    none[w] = (none[w] as number) & (yes | (u[w] as number));
  }
}

function heldBy({ t, u }: Condition, one: Bits): Held {
  let holdsBack = 0;
  let blank = 0;
  for (let w = 0; w < one.length; w++) {
    const missing = (one[w] as number) & ~(t[w] as number);
    holdsBack += ones(missing & ~(u[w] as number));
    blank += ones(missing & (u[w] as number));
  }
  return { holdsBack, blank };
}

function evict(cache: Map<string, unknown>): void {
  const [oldest] = cache.keys();
  if (cache.size > MOST_KEPT && oldest !== undefined) cache.delete(oldest);
}
