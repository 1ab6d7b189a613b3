import { wholeVectors } from './kernel.js';
import type { At, Kernel } from './kernel.js';
import { NumberColumn } from './numberColumn.js';
import { compareBytes } from './texts.js';
import type { Texts } from './texts.js';

const FIRST_SLOTS = 256;

/** The listings' keys by row, and their rows by key: a table with open addressing in the kernel's memory, which every thread reads. */
export class Keys {
  /** Where each row's key stands among the texts. */
  readonly places: NumberColumn;
  /** A row and one; 0 where there is none. As many as a power of two, at most half of them taken. */
  private slots: Int32Array = new Int32Array(0);
  private taken = 0;

  constructor(
    private readonly kernel: Kernel,
    private readonly texts: Texts,
  ) {
    this.places = new NumberColumn(kernel);
  }

  /** The bytes of its table. */
  get bytes(): number {
    return this.slots.byteLength;
  }

  at(row: number): string {
    return this.texts.read(this.places.get(row));
  }

  /** Below 0 or above, as one row's key comes before another's by their code points. */
  compare(a: number, b: number): number {
    return this.texts.compare(this.places.get(a), this.places.get(b));
  }

  rowOf(key: string): number | undefined {
    if (this.slots.length === 0) return undefined;
    const row = (this.slots[this.slotOf(this.texts.encoded(key))] as number) - 1;
    return row < 0 ? undefined : row;
  }

  /** @param key  one that no row has yet */
  add(key: string, row: number): void {
    this.places.set(row, this.texts.add(key));
    this.enter(row);
  }

  /** Enters so many rows whose keys are in place. */
  build(rows: number): void {
    this.resize(2 * rows);
    for (let row = 0; row < rows; row++) this.enter(row);
  }

  /** Where the table begins, and how many slots it has. */
  outline(): { address: number; slots: number } {
    return { address: this.slots.byteOffset, slots: this.slots.length };
  }

  /** Reads what another thread writes. */
  follow({ address, slots }: { address: number; slots: number }, at: At): void {
    const { buffer, byteOffset } = at(address, 4 * slots);
    this.slots = new Int32Array(buffer, byteOffset, slots);
  }

  private enter(row: number): void {
    if (2 * ++this.taken > this.slots.length) {
      const before = this.slots;
      this.resize(4 * this.taken);
      for (const slot of before) if (slot > 0) this.slots[this.slotOf(this.bytesAt(slot - 1))] = slot;
      this.kernel.give(before);
    }
    this.slots[this.slotOf(this.bytesAt(row))] = row + 1;
  }

  /** The slot of a key's row, or the one that it would take. */
  private slotOf(key: Uint8Array): number {
    const mask = this.slots.length - 1;
    for (let slot = hashOf(key) & mask; ; slot = (slot + 1) & mask) {
      const row = (this.slots[slot] as number) - 1;
      if (row < 0 || compareBytes(this.bytesAt(row), key) === 0) return slot;
    }
  }

  private bytesAt(row: number): Uint8Array {
    return this.texts.bytesAt(this.places.get(row));
  }

  private resize(least: number): void {
    const slots = 2 ** Math.ceil(Math.log2(Math.max(FIRST_SLOTS, least)));
    const { buffer, byteOffset } = this.kernel.take(wholeVectors(4 * slots));
    this.slots = new Int32Array(buffer, byteOffset, slots).fill(0);
  }
}

/** FNV-1a, 32 bits (G. Fowler, L. C. Noll, K.-P. Vo), its high bits folded into the low ones that are used. */
function hashOf(bytes: Uint8Array): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < bytes.length; i++) hash = Math.imul(hash ^ (bytes[i] as number), 0x01000193);
  return hash ^ (hash >>> 15);
}
