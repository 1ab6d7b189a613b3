import type { Snap } from '../roads/snap.js';
import type { Travel, Way } from '../roads/travel.js';
import type { TravelTimes } from '../roads/travelTimes.js';
import { hasBit, ROWS_A_WORD } from './bitset.js';
import type { Bits } from './bitset.js';
import type { ChangeLog } from './changeLog.js';
import type { Kernel } from './kernel.js';
import { BLANK, NOT_APPLICABLE, NumberColumn } from './numberColumn.js';
import type { Positions } from './positions.js';

/** Journeys whose seconds are kept. */
const MOST_KEPT = 64;

/** Rows worked out before it is asked whether to go on. */
const PIECE = 1024;

/** Of the columns, what journeys are worked out from. */
interface Whereabouts {
  readonly kernel: Kernel;
  readonly changes: ChangeLog;
  readonly rows: number;
  readonly capacity: number;
  readonly placed: Bits;
  readonly positions: Positions;
}

interface Kept {
  readonly seconds: NumberColumn;
  readonly capacity: number;
  /** How far the change log had come when they were last right. */
  seen: number;
  /** How many rows are worked out, from the first on. */
  upTo: number;
}

/** For journeys lately asked for, how many seconds each listing's takes. */
export class TravelColumns {
  private readonly kept = new Map<string, Kept>();
  /** By way of travel, the nearest road to each row's place, null where none is near. */
  private readonly snaps: Readonly<Record<Way, (Snap | null | undefined)[]>> = { car: [], foot: [] };
  private seen = 0;

  constructor(private readonly columns: Whereabouts) {}

  /**
   * Whole seconds by row: blank where a listing's place or the roads are not known, not applicable where no way leads.
   * Good until the next call after `settle`.
   *
   * @param pause  called between pieces of the rows; when it throws, the next call goes on from there
   */
  of(travel: Travel, roads: TravelTimes | undefined, pause?: () => void): NumberColumn {
    const { changes, capacity, rows, kernel } = this.columns;
    this.forgetMoved();
    const key = JSON.stringify(travel);
    let kept = this.kept.get(key);
    if (kept && kept.capacity !== capacity) {
      kernel.give(kept.seconds.values);
      kept = undefined;
    }
    if (!kept) {
      kept = { seconds: new NumberColumn(kernel), capacity, seen: changes.now, upTo: 0 };
      kept.seconds.grow(capacity);
    }
    // the last in the map is the latest used
    this.kept.delete(key);
    this.kept.set(key, kept);
    if (kept.seen === changes.now && kept.upTo === rows) return kept.seconds;
    const { seconds } = kept;
    const secondsOf = this.measuring(travel, roads);
    const write = (first: number, end: number): void => {
      for (let row = first; row < end; row++) seconds.set(row, secondsOf(row));
    };
    const changed = changes.since(kept.seen);
    if (!changed) kept.upTo = 0;
    else for (const word of changed) write(ROWS_A_WORD * word, Math.min(kept.upTo, ROWS_A_WORD * (word + 1)));
    kept.seen = changes.now;
    while (kept.upTo < rows) {
      const end = Math.min(rows, kept.upTo + PIECE);
      write(kept.upTo, end);
      kept.upTo = end;
      if (end < rows) pause?.();
    }
    return seconds;
  }

  /** The same seconds of single rows, each worked out when it is asked for unless `of` lately did. */
  inRows(travel: Travel, roads: TravelTimes | undefined): (row: number) => number {
    this.forgetMoved();
    const kept = this.kept.get(JSON.stringify(travel));
    const { changes, rows, capacity } = this.columns;
    if (kept?.capacity === capacity && kept.seen === changes.now && kept.upTo === rows) return (row) => kept.seconds.get(row);
    return this.measuring(travel, roads);
  }

  /** Lets go of the journeys least lately asked for; to be called when none is in use. */
  settle(): void {
    for (const [key, { seconds }] of this.kept) {
      if (this.kept.size <= MOST_KEPT) return;
      this.kept.delete(key);
      this.columns.kernel.give(seconds.values);
    }
  }

  /** Works out a row's seconds. */
  private measuring(travel: Travel, roads: TravelTimes | undefined): (row: number) => number {
    const secondsOf = roads?.journeys(travel);
    return (row) => {
      const snap = roads && this.snap(row, travel.by, roads);
      const taken = snap && secondsOf ? secondsOf(snap) : Infinity;
      return snap === undefined ? BLANK : Number.isFinite(taken) ? Math.round(taken) : NOT_APPLICABLE;
    };
  }

  /** The nearest road to a row's place; null where none is near, undefined where it has no place. */
  private snap(row: number, by: Way, roads: TravelTimes): Snap | null | undefined {
    const { placed, positions } = this.columns;
    if (!hasBit(placed, row)) return undefined;
    const snaps = this.snaps[by];
    let snap = snaps[row];
    if (snap === undefined) snaps[row] = snap = roads.snap([positions.longitude(row), positions.latitude(row)], by);
    return snap;
  }

  private forgetMoved(): void {
    const { changes } = this.columns;
    if (this.seen === changes.now) return;
    const changed = changes.since(this.seen);
    for (const snaps of Object.values(this.snaps)) {
      if (!changed) snaps.length = 0;
      else for (const word of changed) snaps.fill(undefined, ROWS_A_WORD * word, ROWS_A_WORD * (word + 1));
    }
    this.seen = changes.now;
  }
}
