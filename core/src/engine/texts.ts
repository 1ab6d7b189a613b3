import type { At, Kernel } from './kernel.js';

/** Bytes of a unit: places are counted in units, so that 8 GiB can be told apart by numbers of four bytes. */
const UNIT = 4;
/** Units of a chunk, of which memory is taken whole ones; 1 MiB. */
const CHUNK = 2 ** 18;
/** Texts up to this length are looked for among those lately written: the same streets, offices and numbers come again and again. */
const SHORT = 40;
const MOST_RECENT = 65_536;

const encoder = new TextEncoder();
// a text may begin with the mark that a decoder would take for one of byte order
const decoder = new TextDecoder('utf-8', { ignoreBOM: true });

/** What other threads need to read the texts that one writes. */
export interface TextsOutline {
  readonly units: number;
  /** Times that all places changed. */
  readonly epoch: number;
}

/**
 * Texts as UTF-8 in the kernel's memory, where every thread reads them. A text stands at a place: its length in bytes
 * as a whole number of four bytes, then its bytes. What was written stays until all texts are written anew.
 */
export class Texts {
  /** Times that all places changed. */
  epoch = 0;
  /** Views of one chunk each: its lengths and its bytes. Texts longer than a chunk stand in several that lie side by side. */
  private chunks: { readonly lengths: Int32Array; readonly bytes: Uint8Array }[] = [];
  /** Units written or passed over. */
  private units = 0;
  /** Units of texts that were said to be of no more use. */
  private idle = 0;
  private readonly recent = new Map<string, number>();
  private scratch = new Uint8Array(1024);

  constructor(private readonly kernel: Kernel) {}

  /** Bytes that the texts take. */
  get bytes(): number {
    return UNIT * CHUNK * this.chunks.length;
  }

  /** Whether so much is of no more use that writing all texts anew is worth while. */
  get worn(): boolean {
    return this.idle > this.units / 2 + 16 * CHUNK;
  }

  /** Writes a text, or finds it among those lately written; gives its place. */
  add(text: string): number {
    const short = text.length <= SHORT;
    const known = short ? this.recent.get(text) : undefined;
    if (known !== undefined) return known;
    const place = this.write(this.encoded(text));
    if (short) {
      if (this.recent.size >= MOST_RECENT) this.recent.clear();
      this.recent.set(text, place);
    }
    return place;
  }

  /** Says that a place is of no more use to one that had it. */
  drop(place: number): void {
    this.idle += unitsFor(this.length(place));
  }

  read(place: number): string {
    return decoder.decode(this.bytesAt(place));
  }

  /** The UTF-8 of a text; good until the texts are written anew. */
  bytesAt(place: number): Uint8Array {
    const { buffer, byteOffset } = this.chunkOf(place).bytes;
    return new Uint8Array(buffer, byteOffset + UNIT * (place % CHUNK) + UNIT, this.length(place));
  }

  /** The UTF-8 of a text that may stand nowhere; good until the next call. */
  encoded(text: string): Uint8Array {
    if (this.scratch.length < 3 * text.length) this.scratch = new Uint8Array(6 * text.length);
    return this.scratch.subarray(0, encoder.encodeInto(text, this.scratch).written);
  }

  /** Below 0, 0 or above, as one text comes before another by their code points. */
  compare(a: number, b: number): number {
    if (a === b) return 0;
    const [ofA, ofB] = [this.chunkOf(a).bytes, this.chunkOf(b).bytes];
    const [atA, atB] = [UNIT * (a % CHUNK) + UNIT, UNIT * (b % CHUNK) + UNIT];
    const [lengthA, lengthB] = [this.length(a), this.length(b)];
    const both = Math.min(lengthA, lengthB);
    // what reaches beyond its chunk is seldom, and read through a view of its own
    if (atA + both > ofA.length || atB + both > ofB.length) return compareBytes(this.bytesAt(a), this.bytesAt(b));
    for (let i = 0; i < both; i++) {
      const difference = (ofA[atA + i] as number) - (ofB[atB + i] as number);
      if (difference !== 0) return difference;
    }
    return lengthA - lengthB;
  }

  /**
   * Writes all that is of use anew, and gives the memory of what stood before back.
   *
   * @param all  calls what it is given for each place in use; that gives the text's new place
   */
  rewrite(all: (renewed: (place: number) => number) => void): void {
    const before = new Texts(this.kernel);
    before.chunks = this.chunks;
    this.chunks = [];
    this.units = this.idle = 0;
    this.recent.clear();
    this.epoch++;
    all((place) => this.add(before.read(place)));
    for (const { bytes } of before.chunks) this.kernel.give(bytes);
  }

  outline(): TextsOutline {
    return { units: this.units, epoch: this.epoch };
  }

  /** All memory in use, chunk by chunk, of the last one only what is written. */
  written(): Uint8Array[] {
    return this.chunks.map(({ bytes }, i) => bytes.subarray(0, UNIT * (this.units - i * CHUNK)));
  }

  /** Takes memory for what was written elsewhere; whoever restores it fills `written`. */
  begin({ units }: TextsOutline): void {
    if (units > 0) this.take(Math.ceil(units / CHUNK));
    this.units = units;
  }

  /** Where the chunks begin. */
  addresses(): number[] {
    return this.chunks.map(({ bytes }) => bytes.byteOffset);
  }

  /** Reads what another thread writes. */
  follow({ units, epoch }: TextsOutline, addresses: readonly number[], at: At): void {
    if (epoch !== this.epoch) this.chunks = [];
    for (const address of addresses.slice(this.chunks.length)) this.addChunk(at(address, UNIT * CHUNK));
    this.units = units;
    this.epoch = epoch;
  }

  private write(bytes: Uint8Array): number {
    const units = unitsFor(bytes.length);
    if (this.units + units > CHUNK * this.chunks.length) {
      this.units = CHUNK * this.chunks.length;
      this.take(Math.ceil(units / CHUNK));
    }
    const place = this.units;
    this.units += units;
    this.chunkOf(place).lengths[place % CHUNK] = bytes.length;
    this.bytesAt(place).set(bytes);
    return place;
  }

  /** Takes so many chunks, side by side. */
  private take(chunks: number): void {
    const { buffer, byteOffset } = this.kernel.take(UNIT * CHUNK * chunks);
    for (let c = 0; c < chunks; c++) this.addChunk(new Uint8Array(buffer, byteOffset + UNIT * CHUNK * c, UNIT * CHUNK));
  }

  private addChunk(bytes: Uint8Array): void {
    this.chunks.push({ lengths: new Int32Array(bytes.buffer, bytes.byteOffset, CHUNK), bytes });
  }

  private chunkOf(place: number): { readonly lengths: Int32Array; readonly bytes: Uint8Array } {
    const chunk = this.chunks[Math.floor(place / CHUNK)];
    if (!chunk) throw new RangeError(`No text stands at ${place}.`);
    return chunk;
  }

  private length(place: number): number {
    return this.chunkOf(place).lengths[place % CHUNK] as number;
  }
}

function unitsFor(bytes: number): number {
  return 1 + Math.ceil(bytes / UNIT);
}

/** Below 0, 0 or above, as one run of bytes comes before another. */
export function compareBytes(a: Uint8Array, b: Uint8Array): number {
  const both = Math.min(a.length, b.length);
  for (let i = 0; i < both; i++) if (a[i] !== b[i]) return (a[i] as number) - (b[i] as number);
  return a.length - b.length;
}
