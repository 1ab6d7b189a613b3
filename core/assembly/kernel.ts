/**
 * The engine's scans in WebAssembly SIMD. Each does what the function of its name in src/engine/plainKernel.ts does;
 * addresses are byte offsets into the imported memory, bits lie 32 rows to a word.
 */

/** How found rows are written: in place of what was there, added to it, or taken from it. */
const PUT = 0;
const ADD = 1;

@inline
function write(at: usize, bits: u32, mode: i32): void {
  if (mode == PUT) store<u32>(at, bits);
  else if (mode == ADD) store<u32>(at, load<u32>(at) | bits);
  else store<u32>(at, load<u32>(at) & ~bits);
}

@inline
function between8(at: usize, low: v128, high: v128): u32 {
  const a = v128.load(at);
  const b = v128.load(at, 16);
  const first = i8x16.bitmask(v128.and(i8x16.ge_s(a, low), i8x16.le_s(a, high)));
  const second = i8x16.bitmask(v128.and(i8x16.ge_s(b, low), i8x16.le_s(b, high)));
  return <u32>first | (<u32>second << 16);
}

@inline
function equal8(at: usize, value: v128): u32 {
  return <u32>i8x16.bitmask(i8x16.eq(v128.load(at), value)) | (<u32>i8x16.bitmask(i8x16.eq(v128.load(at, 16), value)) << 16);
}

export function scan8(values: usize, from: i32, to: i32, blank: i32, t: usize, u: usize, first: i32, end: i32, mode: i32): void {
  const low = i8x16.splat(<i8>from);
  const high = i8x16.splat(<i8>to);
  const none = i8x16.splat(<i8>blank);
  for (let w: usize = first; w < <usize>end; w++) {
    write(t + (w << 2), between8(values + (w << 5), low, high), mode);
    if (u) store<u32>(u + (w << 2), equal8(values + (w << 5), none));
  }
}

@inline
function half16(at: usize, low: v128, high: v128): u32 {
  const a = v128.load(at);
  const b = v128.load(at, 16);
  const inA = v128.and(i16x8.ge_s(a, low), i16x8.le_s(a, high));
  const inB = v128.and(i16x8.ge_s(b, low), i16x8.le_s(b, high));
  return <u32>i8x16.bitmask(i8x16.narrow_i16x8_s(inA, inB));
}

@inline
function between16(at: usize, low: v128, high: v128): u32 {
  return half16(at, low, high) | (half16(at + 32, low, high) << 16);
}

@inline
function equal16(at: usize, value: v128): u32 {
  const a = i8x16.narrow_i16x8_s(i16x8.eq(v128.load(at), value), i16x8.eq(v128.load(at, 16), value));
  const b = i8x16.narrow_i16x8_s(i16x8.eq(v128.load(at, 32), value), i16x8.eq(v128.load(at, 48), value));
  return <u32>i8x16.bitmask(a) | (<u32>i8x16.bitmask(b) << 16);
}

export function scan16(values: usize, from: i32, to: i32, blank: i32, t: usize, u: usize, first: i32, end: i32, mode: i32): void {
  const low = i16x8.splat(<i16>from);
  const high = i16x8.splat(<i16>to);
  const none = i16x8.splat(<i16>blank);
  for (let w: usize = first; w < <usize>end; w++) {
    write(t + (w << 2), between16(values + (w << 6), low, high), mode);
    if (u) store<u32>(u + (w << 2), equal16(values + (w << 6), none));
  }
}

@inline
function four32(at: usize, low: v128, high: v128): v128 {
  const a = v128.load(at);
  return v128.and(i32x4.ge_s(a, low), i32x4.le_s(a, high));
}

@inline
function half32(at: usize, low: v128, high: v128): u32 {
  const a = i16x8.narrow_i32x4_s(four32(at, low, high), four32(at + 16, low, high));
  const b = i16x8.narrow_i32x4_s(four32(at + 32, low, high), four32(at + 48, low, high));
  return <u32>i8x16.bitmask(i8x16.narrow_i16x8_s(a, b));
}

@inline
function between32(at: usize, low: v128, high: v128): u32 {
  return half32(at, low, high) | (half32(at + 64, low, high) << 16);
}

@inline
function equalHalf32(at: usize, value: v128): u32 {
  const a = i16x8.narrow_i32x4_s(i32x4.eq(v128.load(at), value), i32x4.eq(v128.load(at, 16), value));
  const b = i16x8.narrow_i32x4_s(i32x4.eq(v128.load(at, 32), value), i32x4.eq(v128.load(at, 48), value));
  return <u32>i8x16.bitmask(i8x16.narrow_i16x8_s(a, b));
}

@inline
function equal32(at: usize, value: v128): u32 {
  return equalHalf32(at, value) | (equalHalf32(at + 64, value) << 16);
}

export function scan32(values: usize, from: i32, to: i32, blank: i32, t: usize, u: usize, first: i32, end: i32, mode: i32): void {
  const low = i32x4.splat(from);
  const high = i32x4.splat(to);
  const none = i32x4.splat(blank);
  for (let w: usize = first; w < <usize>end; w++) {
    write(t + (w << 2), between32(values + (w << 7), low, high), mode);
    if (u) store<u32>(u + (w << 2), equal32(values + (w << 7), none));
  }
}

@inline
function between64(at: usize, low: v128, high: v128): u32 {
  let bits: u32 = 0;
  for (let i: u32 = 0; i < 16; i++) {
    const a = v128.load(at + (i << 4));
    bits |= <u32>i64x2.bitmask(v128.and(f64x2.ge(a, low), f64x2.le(a, high))) << (i << 1);
  }
  return bits;
}

export function scan64(values: usize, from: f64, to: f64, blank: f64, t: usize, u: usize, first: i32, end: i32, mode: i32): void {
  const low = f64x2.splat(from);
  const high = f64x2.splat(to);
  const none = f64x2.splat(blank);
  for (let w: usize = first; w < <usize>end; w++) {
    write(t + (w << 2), between64(values + (w << 8), low, high), mode);
    if (u) store<u32>(u + (w << 2), between64(values + (w << 8), none, none));
  }
}

/** `conditions` holds, for each of n conditions, the address of its true bits and that of its unknown bits or 0. */
export function narrow(conditions: usize, n: i32, all: usize, none: usize, one: usize, words: i32): void {
  const last = conditions + (<usize>n << 3);
  const bytes = <usize>words << 2;
  for (let w: usize = 0; w < bytes; w += 16) {
    let a = v128.load(all + w);
    let m = v128.load(none + w);
    let e = v128.load(one + w);
    for (let c = conditions; c < last; c += 8) {
      const yes = v128.load(load<usize>(c) + w);
      const u = load<usize>(c, 4);
      e = v128.or(v128.and(e, yes), v128.andnot(a, yes));
      a = v128.and(a, yes);
      m = v128.and(m, u ? v128.or(yes, v128.load(u + w)) : yes);
    }
    v128.store(all + w, a);
    v128.store(none + w, m);
    v128.store(one + w, e);
  }
}

@inline
function ones(bits: v128): i64 {
  return i64.popcnt(i64x2.extract_lane(bits, 0)) + i64.popcnt(i64x2.extract_lane(bits, 1));
}

/** Writes two counts a condition at `counts`: rows of `one` that it is false for, and unknown for. */
export function held(conditions: usize, n: i32, one: usize, counts: usize, words: i32): void {
  const bytes = <usize>words << 2;
  for (let c = 0; c < n; c++) {
    const t = load<usize>(conditions + (<usize>c << 3));
    const u = load<usize>(conditions + (<usize>c << 3), 4);
    let missing: i64 = 0;
    let blank: i64 = 0;
    for (let w: usize = 0; w < bytes; w += 16) {
      const lost = v128.andnot(v128.load(one + w), v128.load(t + w));
      missing += ones(lost);
      if (u) blank += ones(v128.and(lost, v128.load(u + w)));
    }
    store<i32>(counts + (<usize>c << 3), <i32>(missing - blank));
    store<i32>(counts + (<usize>c << 3), <i32>blank, 4);
  }
}

export function count(bits: usize, words: i32): i32 {
  const bytes = <usize>words << 2;
  let total: i64 = 0;
  for (let w: usize = 0; w < bytes; w += 16) total += ones(v128.load(bits + w));
  return <i32>total;
}

/** Two rows of bits joined: and, or, and not. */
export function combine(op: i32, a: usize, b: usize, out: usize, first: i32, end: i32): void {
  let at = <usize>first << 2;
  const last = <usize>end << 2;
  for (; at + 16 <= last; at += 16) {
    const x = v128.load(a + at);
    const y = v128.load(b + at);
    v128.store(out + at, op == 0 ? v128.and(x, y) : op == 1 ? v128.or(x, y) : v128.andnot(x, y));
  }
  for (; at < last; at += 4) {
    const x = load<u32>(a + at);
    const y = load<u32>(b + at);
    store<u32>(out + at, op == 0 ? x & y : op == 1 ? x | y : x & ~y);
  }
}

@inline
function steps(at: usize, from: v128, to: v128, shift: i32): v128 {
  return i32x4.shr_u(i32x4.sub(i32x4.min_s(i32x4.max_s(v128.load(at), from), to), from), shift);
}

@inline
function cellsOf(x: usize, y: usize, fromX: v128, toX: v128, fromY: v128, toY: v128, shiftX: i32, shiftY: i32): v128 {
  return i32x4.add(i32x4.shl(steps(y, fromY, toY, shiftY), 8), steps(x, fromX, toX, shiftX));
}

/** What sixteen cells are, a byte each. */
@inline
function kindsOf(cells: usize, a: v128, b: v128, c: v128, d: v128): v128 {
  let kinds = i8x16.splat(0);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(a, 0), kinds, 0);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(a, 1), kinds, 1);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(a, 2), kinds, 2);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(a, 3), kinds, 3);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(b, 0), kinds, 4);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(b, 1), kinds, 5);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(b, 2), kinds, 6);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(b, 3), kinds, 7);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(c, 0), kinds, 8);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(c, 1), kinds, 9);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(c, 2), kinds, 10);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(c, 3), kinds, 11);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(d, 0), kinds, 12);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(d, 1), kinds, 13);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(d, 2), kinds, 14);
  kinds = v128.load_lane<u8>(cells + i32x4.extract_lane(d, 3), kinds, 15);
  return kinds;
}

/** Cells hold 0 outside, 1 inside, 2 crossed, 256 to a row; those along the raster's own rim are outside. */
export function raster(cells: usize, xs: usize, ys: usize, among: usize, inside: usize, crossed: usize, words: i32, west: i32, south: i32, east: i32, north: i32, shiftX: i32, shiftY: i32): void {
  const fromX = i32x4.splat(west);
  const fromY = i32x4.splat(south);
  const toX = i32x4.splat(east);
  const toY = i32x4.splat(north);
  for (let w: usize = 0; w < <usize>words; w++) {
    const word = load<u32>(among + (w << 2));
    let into: u32 = 0;
    let over: u32 = 0;
    if (word != 0) {
      for (let half: u32 = 0; half < 2; half++) {
        const x = xs + (w << 7) + (half << 6);
        const y = ys + (w << 7) + (half << 6);
        const kinds = kindsOf(
          cells,
          cellsOf(x, y, fromX, toX, fromY, toY, shiftX, shiftY),
          cellsOf(x + 16, y + 16, fromX, toX, fromY, toY, shiftX, shiftY),
          cellsOf(x + 32, y + 32, fromX, toX, fromY, toY, shiftX, shiftY),
          cellsOf(x + 48, y + 48, fromX, toX, fromY, toY, shiftX, shiftY),
        );
        // the sign bit of each byte is what a bitmask gathers
        into |= <u32>i8x16.bitmask(i8x16.shl(kinds, 7)) << (half << 4);
        over |= <u32>i8x16.bitmask(i8x16.shl(kinds, 6)) << (half << 4);
      }
    }
    store<u32>(inside + (w << 2), into & word);
    store<u32>(crossed + (w << 2), over & word);
  }
}
