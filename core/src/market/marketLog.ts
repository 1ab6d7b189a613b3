import { MOVE_KINDS } from './moves.js';
import type { Move, MoveKind } from './moves.js';

/** A move, and of which listing. */
export interface LoggedMove extends Move {
  readonly listing: number;
}

/** Of a listing that changed its moves: what of it is in the log is no more. */
const GONE = 255;

/**
 * The moves of all listings by their time, for windows over it. A listing is known by its number, which is given once
 * for its key. Held in columns: some 38 bytes a move.
 */
export class MarketLog {
  private readonly numbers = new Map<string, number>();
  readonly keys: string[] = [];
  /** By listing, how many of its moves are in the log, and what they add up to, by which a revised history is told. */
  private counts = new Uint16Array(1024);
  private sums = new Float64Array(1024);
  private size = 0;
  /** So many, from the beginning, are in order. */
  private settled = 0;
  private at = new Float64Array(1024);
  private kind = new Uint8Array(1024);
  private adds = new Int8Array(1024);
  private listing = new Uint32Array(1024);
  private from = new Float64Array(1024);
  private to = new Float64Array(1024);
  private underContract = new Float64Array(1024);

  /** Says what a listing did, from its beginning; none where it is nobody's to see any more. */
  put(key: string, moves: readonly Move[]): void {
    const listing = this.numbers.get(key) ?? this.add(key);
    const count = this.counts[listing] as number;
    // mostly some were added after those that are there
    const goesOn = moves.length >= count && sumOf(moves.slice(0, count)) === this.sums[listing];
    if (!goesOn) this.forget(listing);
    for (const move of goesOn ? moves.slice(count) : moves) this.push(listing, move);
    this.counts[listing] = moves.length;
    this.sums[listing] = sumOf(moves);
  }

  /** The places of the moves of a window, its beginning included and its end not. */
  window(from: number, to: number): readonly [number, number] {
    this.settle();
    return [this.placeOf(from), this.placeOf(to)];
  }

  /** Goes through the moves of some places in their order, of the listings that are in scope. */
  each(
    [begin, end]: readonly [number, number],
    scope: Uint8Array | null,
    does: (place: number, kind: MoveKind, listing: number) => void,
  ): void {
    for (let place = begin; place < end; place++) {
      const kind = this.kind[place] as number;
      const listing = this.listing[place] as number;
      if (kind !== GONE && (scope === null || scope[listing] === 1)) does(place, MOVE_KINDS[kind] as MoveKind, listing);
    }
  }

  /** What a move adds to the homes for sale, without reading the rest of it. */
  addsAt(place: number): number {
    return this.adds[place] as number;
  }

  /** How many homes of the scope are for sale right before each of some moments, which are given in rising order. */
  forSaleBefore(moments: readonly number[], scope: Uint8Array | null): number[] {
    this.settle();
    const { kind, adds, listing } = this;
    let [place, forSale] = [0, 0];
    return moments.map((moment) => {
      for (const end = this.placeOf(moment); place < end; place++)
        if (kind[place] !== GONE && (scope === null || scope[listing[place] as number] === 1)) forSale += adds[place] as number;
      return forSale;
    });
  }

  read(place: number): LoggedMove {
    return {
      at: this.at[place] as number,
      kind: MOVE_KINDS[this.kind[place] as number] as MoveKind,
      adds: this.adds[place] as Move['adds'],
      listing: this.listing[place] as number,
      from: known(this.from[place]),
      to: known(this.to[place]),
      underContract: known(this.underContract[place]),
    };
  }

  /** Which listings are among some keys, by their numbers: 1 where one is. */
  scopeOf(keys: readonly string[]): Uint8Array {
    const scope = new Uint8Array(this.keys.length);
    for (const key of keys) {
      const listing = this.numbers.get(key);
      if (listing !== undefined) scope[listing] = 1;
    }
    return scope;
  }

  private add(key: string): number {
    const listing = this.keys.push(key) - 1;
    this.numbers.set(key, listing);
    if (listing >= this.counts.length) {
      this.counts = grown(this.counts, new Uint16Array(listing * 2));
      this.sums = grown(this.sums, new Float64Array(listing * 2));
    }
    return listing;
  }

  private push(listing: number, { at, kind, adds, from, to, underContract }: Move): void {
    if (this.size === this.at.length) this.grow();
    const place = this.size++;
    this.at[place] = at;
    this.kind[place] = MOVE_KINDS.indexOf(kind);
    this.adds[place] = adds;
    this.listing[place] = listing;
    this.from[place] = from ?? NaN;
    this.to[place] = to ?? NaN;
    this.underContract[place] = underContract ?? NaN;
  }

  private forget(listing: number): void {
    for (let place = 0; place < this.size; place++) if (this.listing[place] === listing) this.kind[place] = GONE;
  }

  /** Puts what came last where it belongs: mostly near the end. */
  private settle(): void {
    if (this.settled === this.size) return;
    const { at } = this;
    let earliest = Infinity;
    for (let place = this.settled; place < this.size; place++) earliest = Math.min(earliest, at[place] as number);
    const begin = this.placeOf(earliest, this.settled);
    const order = new Uint32Array(this.size - begin).map((_, i) => begin + i);
    order.sort((a, b) => (at[a] as number) - (at[b] as number) || a - b);
    for (const column of [at, this.kind, this.adds, this.listing, this.from, this.to, this.underContract]) {
      const before = column.slice(begin, this.size);
      for (let i = 0; i < order.length; i++) column[begin + i] = before[(order[i] as number) - begin] as number;
    }
    this.settled = this.size;
  }

  /** The first place at or after a time, among so many. */
  private placeOf(time: number, size = this.size): number {
    let [low, high] = [0, size];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if ((this.at[middle] as number) < time) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  private grow(): void {
    const length = this.at.length * 2;
    this.at = grown(this.at, new Float64Array(length));
    this.kind = grown(this.kind, new Uint8Array(length));
    this.adds = grown(this.adds, new Int8Array(length));
    this.listing = grown(this.listing, new Uint32Array(length));
    this.from = grown(this.from, new Float64Array(length));
    this.to = grown(this.to, new Float64Array(length));
    this.underContract = grown(this.underContract, new Float64Array(length));
  }
}

/** A number by which two histories of a listing are told apart. */
function sumOf(moves: readonly Move[]): number {
  return moves.reduce(
    (sum, { at, kind, from, to }, i) =>
      (sum * 31 + at + MOVE_KINDS.indexOf(kind) * 7 + (from ?? 1) * 3 + (to ?? 2) + i) % MODULUS,
    0,
  );
}

/** The largest prime below 2^45: sums stay whole numbers. */
const MODULUS = 35_184_372_088_777;

function known(value: number | undefined): number | null {
  return value === undefined || Number.isNaN(value) ? null : value;
}

function grown<T extends { set: (from: T) => void }>(from: T, into: T): T {
  into.set(from);
  return into;
}
