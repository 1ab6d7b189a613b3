import type { Bits } from './bitset.js';
import type { At, Kernel, Mode, Stretch, Values } from './kernel.js';

/** What a row reads as where it has no value: beyond all values, so that they sort apart. */
export const BLANK = Infinity;
export const NOT_APPLICABLE = -Infinity;

/** The widths a column can have, narrowest first; the last and the first number of each stand for blank and not applicable. */
const WIDTHS = [
  { array: Int8Array, blank: 127, notApplicable: -128 },
  { array: Int16Array, blank: 32_767, notApplicable: -32_768 },
  { array: Int32Array, blank: 2_147_483_647, notApplicable: -2_147_483_648 },
  { array: Float64Array, blank: Infinity, notApplicable: -Infinity },
] as const;

/** What a column holds beside its values: the place of its width among one, two, four and eight bytes, and how many rows are blank. */
export interface NumbersOutline {
  readonly width: number;
  readonly blanks: number;
}

/**
 * One number a row, as narrow as its values allow: whole numbers of one, two or four bytes, and eight for any others.
 * It widens by itself when a value does not fit.
 */
export class NumberColumn {
  values: Values = new Int8Array(0);
  /** Rows that read BLANK. */
  blanks = 0;
  private width = 0;

  constructor(private readonly kernel: Kernel) {}

  /** The value, BLANK or NOT_APPLICABLE. */
  get(row: number): number {
    const { blank, notApplicable } = this.form;
    const value = this.values[row] as number;
    return value === blank ? BLANK : value === notApplicable ? NOT_APPLICABLE : value;
  }

  /** @param value  a number, BLANK or NOT_APPLICABLE; NaN is taken for not applicable */
  set(row: number, value: number): void {
    if (this.values[row] === this.form.blank) this.blanks--;
    if (value === BLANK) {
      this.blanks++;
      this.values[row] = this.form.blank;
    } else if (value === NOT_APPLICABLE || Number.isNaN(value)) {
      this.values[row] = this.form.notApplicable;
    } else {
      while (!fits(value, this.width)) this.reshape(this.width + 1, this.values.length);
      this.values[row] = value;
    }
  }

  /** Makes room for so many rows; new ones are not applicable. */
  grow(capacity: number): void {
    this.reshape(this.width, capacity);
  }

  /** Marks the rows of a stretch whose value lies in a closed span; in `u`, where given, those that are blank. */
  scan(from: number, to: number, t: Bits, u: Bits | null, mode: Mode, { first, end }: Stretch): void {
    const { blank, notApplicable } = this.form;
    const whole = this.width < 3;
    // an end beyond this width's numbers stands for its last that means a value
    const low = whole ? Math.max(Math.ceil(from), notApplicable + 1) : Math.max(from, -Number.MAX_VALUE);
    const high = whole ? Math.min(Math.floor(to), blank - 1) : Math.min(to, Number.MAX_VALUE);
    const nothing = low > high;
    this.kernel.scan(this.values, { from: nothing ? 1 : low, to: nothing ? 0 : high, blank, t, u, mode, first, end });
  }

  /** Marks the blank rows of a stretch. */
  scanBlank(t: Bits, mode: Mode, { first, end }: Stretch): void {
    const { blank } = this.form;
    this.kernel.scan(this.values, { from: blank, to: blank, blank, t, u: null, mode, first, end });
  }

  /** What is held beside the values. */
  outline(): NumbersOutline {
    return { width: this.width, blanks: this.blanks };
  }

  /** Takes the place of what the column held; whoever restores it fills the values. */
  begin({ width, blanks }: NumbersOutline, capacity: number): void {
    this.kernel.give(this.values);
    this.values = this.room(width, capacity);
    this.width = width;
    this.blanks = blanks;
  }

  /** Reads the values that another thread writes, so many rows of them at an address. */
  follow({ width, blanks }: NumbersOutline, address: number, capacity: number, at: At): void {
    this.values = view(width, at(address, capacity * bytesOf(width)), capacity);
    this.width = width;
    this.blanks = blanks;
  }

  private get form(): (typeof WIDTHS)[number] {
    return WIDTHS[this.width] as (typeof WIDTHS)[number];
  }

  private reshape(width: number, capacity: number): void {
    const { values: before, form } = this;
    const after = WIDTHS[width] as (typeof WIDTHS)[number];
    const values = this.room(width, capacity).fill(after.notApplicable);
    for (let row = 0; row < before.length; row++) {
      const value = before[row] as number;
      values[row] = value === form.blank ? after.blank : value === form.notApplicable ? after.notApplicable : value;
    }
    this.kernel.give(before);
    this.width = width;
    this.values = values;
  }

  private room(width: number, capacity: number): Values {
    return view(width, this.kernel.take(capacity * bytesOf(width)), capacity);
  }
}

function bytesOf(width: number): number {
  return (WIDTHS[width] as (typeof WIDTHS)[number]).array.BYTES_PER_ELEMENT;
}

function view(width: number, { buffer, byteOffset }: ArrayBufferView, length: number): Values {
  const { array } = WIDTHS[width] as (typeof WIDTHS)[number];
  return new (array as new (memory: ArrayBufferLike, at: number, length: number) => Values)(buffer, byteOffset, length);
}

function fits(value: number, width: number): boolean {
  const { blank, notApplicable } = WIDTHS[width] as (typeof WIDTHS)[number];
  return width === 3 || (Number.isInteger(value) && value > notApplicable && value < blank);
}
