import type { Bits } from './bitset.js';
import { wholeVectors } from './kernel.js';
import type { Condition, Held, Mode, Operation, Scan, SharedKernel, Values } from './kernel.js';

type ScanCall = (
  values: number,
  from: number,
  to: number,
  blank: number,
  t: number,
  u: number,
  first: number,
  end: number,
  mode: number,
) => void;

/** What assembly/kernel.ts exports; addresses in bytes. */
interface Exports {
  readonly scan8: ScanCall;
  readonly scan16: ScanCall;
  readonly scan32: ScanCall;
  readonly scan64: ScanCall;
  readonly narrow: (conditions: number, n: number, all: number, none: number, one: number, words: number) => void;
  readonly held: (conditions: number, n: number, one: number, counts: number, words: number) => void;
  readonly count: (bits: number, words: number) => number;
  readonly raster: (
    cells: number,
    xs: number,
    ys: number,
    among: number,
    inside: number,
    crossed: number,
    words: number,
    west: number,
    south: number,
    east: number,
    north: number,
    shiftX: number,
    shiftY: number,
  ) => void;
  readonly combine: (op: number, a: number, b: number, out: number, first: number, end: number) => void;
}

interface Memory {
  readonly buffer: SharedArrayBuffer;
  grow(pages: number): number;
}

/** The part of the WebAssembly interface used here (W3C WebAssembly JavaScript Interface, 5); its own types come with a browser's. */
interface Wasm {
  readonly Memory: new (size: { initial: number; maximum: number; shared: true }) => Memory;
  readonly Module: new (binary: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: object };
}

const PAGE = 65_536;
const MOST_PAGES = 65_536;
const MODES: Readonly<Record<Mode, number>> = { put: 0, add: 1, take: 2 };
const OPERATIONS: Readonly<Record<Operation, number>> = { and: 0, or: 1, andNot: 2 };
/** A search can have so many conditions. */
const MOST_CONDITIONS = 1024;
const VECTOR = 16;
/** Memory is taken from here on; before it stands, as a number of vectors, how much of it all threads took. */
const FIRST = 1024;

/**
 * The kernel in WebAssembly SIMD, over one shared memory of up to 4 GiB. Each thread makes one of its own over the same
 * memory: what one takes the others do not, and what is given back goes to who gave it.
 *
 * @param binary  what assembly/kernel.ts compiles to
 * @param others  the memory of another thread's kernel, a new one where none is given
 * @throws WebAssembly.CompileError where the machine has no SIMD
 */
export function wasmKernel(binary: Uint8Array, others?: object): SharedKernel {
  const { WebAssembly } = globalThis as unknown as { WebAssembly: Wasm };
  const memory = (others as Memory | undefined) ?? new WebAssembly.Memory({ initial: 16, maximum: MOST_PAGES, shared: true });
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(binary), { env: { memory } });
  const wasm = exports as Exports;
  /** Addresses given back, by their size. */
  const free = new Map<number, number[]>();
  const taken = new Int32Array(memory.buffer, 0, 1);

  const take = (bytes: number): Uint8Array => {
    const size = wholeVectors(bytes);
    const again = free.get(size)?.pop();
    if (again !== undefined) return new Uint8Array(memory.buffer, again, size);
    const at = FIRST + VECTOR * Atomics.add(taken, 0, size / VECTOR);
    const missing = Math.ceil((at + size - memory.buffer.byteLength) / PAGE);
    // by an eighth at least, so that it grows seldom
    if (missing > 0)
      memory.grow(Math.min(MOST_PAGES - memory.buffer.byteLength / PAGE, missing + ((memory.buffer.byteLength / PAGE) >> 3)));
    return new Uint8Array(memory.buffer, at, size);
  };
  const give = ({ byteLength, byteOffset }: ArrayBufferView): void => {
    if (byteLength === 0) return;
    const size = wholeVectors(byteLength);
    const places = free.get(size);
    if (places) places.push(byteOffset);
    else free.set(size, [byteOffset]);
  };
  /** Where conditions are listed, and their counts written: two numbers each. */
  const [conditionList, countList] = [take(8 * MOST_CONDITIONS).byteOffset, take(8 * MOST_CONDITIONS).byteOffset];
  const list = (conditions: readonly Condition[]): void => {
    if (conditions.length > MOST_CONDITIONS)
      throw new Error(`${conditions.length} conditions when at most ${MOST_CONDITIONS} are taken.`);
    const addresses = new Uint32Array(memory.buffer, conditionList, 2 * conditions.length);
    conditions.forEach(({ t, u }, c) => {
      addresses[2 * c] = t.byteOffset;
      addresses[2 * c + 1] = u?.byteOffset ?? 0;
    });
  };
  return {
    memory,
    at(address, bytes) {
      // another thread may have made it larger, which this one's buffer does not say before it looks
      if (address + bytes > memory.buffer.byteLength) memory.grow(0);
      return new Uint8Array(memory.buffer, address, bytes);
    },
    take,
    give,
    scan(values: Values, { from, to, blank, t, u, first, end: last, mode }: Scan) {
      const call =
        values instanceof Int8Array
          ? wasm.scan8
          : values instanceof Int16Array
            ? wasm.scan16
            : values instanceof Int32Array
              ? wasm.scan32
              : wasm.scan64;
      call(values.byteOffset, from, to, blank, t.byteOffset, u?.byteOffset ?? 0, first, last, MODES[mode]);
    },
    narrow(conditions, all, none, one) {
      list(conditions);
      wasm.narrow(conditionList, conditions.length, all.byteOffset, none.byteOffset, one.byteOffset, all.length);
    },
    held(conditions, one): Held[] {
      list(conditions);
      wasm.held(conditionList, conditions.length, one.byteOffset, countList, one.length);
      const read = new Int32Array(memory.buffer, countList, 2 * conditions.length);
      return conditions.map((_, c) => ({ holdsBack: read[2 * c] as number, blank: read[2 * c + 1] as number }));
    },
    count: (bits: Bits) => wasm.count(bits.byteOffset, bits.length),
    combine(op, a, b, out, { first, end: last } = { first: 0, end: out.length }) {
      wasm.combine(OPERATIONS[op], a.byteOffset, b.byteOffset, out.byteOffset, first, last);
    },
    raster({ west, south, east, north, shiftX, shiftY, cells }, { x, y }, among, inside, crossed) {
      const copy = take(cells.length);
      copy.set(cells);
      const memoryOf = [copy, x, y, among, inside, crossed].map(({ byteOffset }) => byteOffset) as [
        number,
        number,
        number,
        number,
        number,
        number,
      ];
      wasm.raster(...memoryOf, among.length, west, south, east, north, shiftX, shiftY);
      give(copy);
    },
  };
}
