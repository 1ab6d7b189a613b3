import type { Raster } from '../geo/raster.js';
import type { Bits } from './bitset.js';

export type Values = Int8Array | Int16Array | Int32Array | Float64Array;

/** A condition over all rows: where it is true, and where it is unknown (null: nowhere); false elsewhere. */
export interface Condition {
  readonly t: Bits;
  readonly u: Bits | null;
}

/** What is held back and left blank, as `Kernel.held` counts it. */
export interface Held {
  readonly holdsBack: number;
  readonly blank: number;
}

/** How found rows are written: in place of what stood there, added to it, or taken from it. */
export type Mode = 'put' | 'add' | 'take';

export type Operation = 'and' | 'or' | 'andNot';

/** A stretch of words, half-open. */
export interface Stretch {
  readonly first: number;
  readonly end: number;
}

export interface Scan extends Stretch {
  /** Closed span of values, in the column's own numbers; `from` above `to` finds nothing. */
  readonly from: number;
  readonly to: number;
  /** The value that stands for blank, looked for only where `u` is given. */
  readonly blank: number;
  readonly t: Bits;
  readonly u: Bits | null;
  readonly mode: Mode;
}

/**
 * The engine's inner loops over the memory that they can reach. Two forms give the same answers: plain TypeScript,
 * and WebAssembly SIMD. Bits passed to one function all have the same length, a multiple of four words.
 */
export interface Kernel {
  /** Memory for so many bytes, holding anything; all that the other functions are given comes from here. */
  take(bytes: number): ArrayBufferView;
  /** Gives memory back that came from `take`. */
  give(memory: ArrayBufferView): void;
  /** Marks the rows of a stretch whose value lies in a span. */
  scan(values: Values, scan: Scan): void;
  /** One pass over conditions: E = (E & t) | (A & ~t); A &= t; N &= t | u. */
  narrow(conditions: readonly Condition[], all: Bits, none: Bits, one: Bits): void;
  /** For each condition, the rows of `one` that it is false for and those it is unknown for. */
  held(conditions: readonly Condition[], one: Bits): Held[];
  count(bits: Bits): number;
  /** Joins two rows of bits, word by word of a stretch; `out` may be one of them. */
  combine(op: Operation, a: Bits, b: Bits, out: Bits, stretch?: Stretch): void;
  /**
   * Of the rows of `among`, marks in `inside` those whose place lies in an inside cell of a raster, and in `crossed`
   * those in a crossed one; both are written over.
   */
  raster(raster: Raster, places: Places, among: Bits, inside: Bits, crossed: Bits): void;
}

/** Memory that another thread took: so many bytes at an address. */
export type At = (address: number, bytes: number) => Uint8Array;

/** A kernel whose memory several threads reach, each through a kernel of its own. */
export interface SharedKernel extends Kernel {
  /** What the other threads' kernels are made with; it can be posted to them. */
  readonly memory: object;
  readonly at: At;
}

/** Where rows lie, in whole places: near enough to find their cell in a raster. */
export interface Places {
  readonly x: Int32Array;
  readonly y: Int32Array;
}

/** Bits of a kernel's memory, none of them set. */
export function zeroBits(kernel: Kernel, words: number): Bits {
  return takeBits(kernel, words).fill(0);
}

/** Bits of a kernel's memory, set anyhow. */
export function takeBits(kernel: Kernel, words: number): Bits {
  const { buffer, byteOffset } = kernel.take(4 * words);
  return new Int32Array(buffer, byteOffset, words);
}

/** Bytes rounded up to whole vectors. */
export function wholeVectors(bytes: number): number {
  return (bytes + 15) & ~15;
}
