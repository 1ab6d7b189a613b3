/** Bits of rows, 32 to a word; row r is bit r & 31 of word r >> 5. */
export type Bits = Int32Array;

/** Rows that a word of bits holds. */
export const ROWS_A_WORD = 32;

/** Words that hold `rows` bits. */
export function wordsFor(rows: number): number {
  return (rows + 31) >>> 5;
}

/** How many of a word's 32 bits are set (H. S. Warren, Hacker's Delight, 2nd ed., figure 5-2). */
export function ones(word: number): number {
  let x = word - ((word >>> 1) & 0x55555555);
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
  x = (x + (x >>> 4)) & 0x0f0f0f0f;
  return Math.imul(x, 0x01010101) >>> 24;
}

/** How many bits are set in all. */
export function count(bits: Bits): number {
  let total = 0;
  for (let w = 0; w < bits.length; w++) total += ones(bits[w] as number);
  return total;
}

/** Calls `visit` with each row whose bit is set, in rising order. */
export function forEachRow(bits: Bits, visit: (row: number) => void): void {
  for (let w = 0; w < bits.length; w++) {
    let word = bits[w] as number;
    while (word !== 0) {
      visit((w << 5) + (31 - Math.clz32(word & -word)));
      word &= word - 1;
    }
  }
}

export function setBit(bits: Bits, row: number, on: boolean): void {
  const w = row >>> 5;
  const mask = 1 << (row & 31);
  bits[w] = on ? (bits[w] as number) | mask : (bits[w] as number) & ~mask;
}

export function hasBit(bits: Bits, row: number): boolean {
  return (((bits[row >>> 5] as number) >>> (row & 31)) & 1) === 1;
}
