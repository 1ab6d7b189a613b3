import { quantile } from '../figures/summary.js';
import { whyBack } from '../history/whyBack.js';
import type { Guess } from '../history/whyBack.js';
import type { MarketLog } from './marketLog.js';
import { MOVE_KINDS } from './moves.js';
import type { MoveKind } from './moves.js';
import type { Beside, Window } from './window.js';

/** A cut of more than this share is a large one (most are under it: common practice). */
export const LARGE_CUT = 0.05;
const DAY_MS = 86_400_000;
const WEEK_MS = 7 * DAY_MS;
const WEEKS_SHOWN = 53;

/** What a home did, as it is counted: one that goes under contract or off without having been for sale, as one that was promised or coming soon, stands aside. */
export type Moved = MoveKind | 'aside';
export const MOVED: readonly Moved[] = [...MOVE_KINDS, 'aside'];

/** How many homes did what. Of prices homes are counted, by what all of their changes come to; of all else, moves. */
export type MoveCounts = Readonly<Record<Moved, number>> & {
  /** What came of the number of homes for sale: new and back, less those that went under contract or off. */
  readonly net: number;
};

/** A home that did something, as a list has it. */
export interface MovedHome {
  readonly moved: Moved;
  readonly listingKey: string;
  readonly at: number;
  readonly from: number | null;
  readonly to: number | null;
  /** Days under contract before it came back; null where it was not, or did something else. */
  readonly daysUnderContract: number | null;
}

/** Homes that came back, by their price and by how long they had been under contract. */
export interface BackGroup {
  readonly price: 'cut' | 'same' | 'raised';
  readonly after: 'twoWeeks' | 'month' | 'longer' | 'noContract';
  readonly homes: number;
  /** What that often means, where it means something. */
  readonly guess: Guess['why'] | null;
}

/** Cuts of homes of some prices. */
export interface CutBand {
  /** Dollars before the cut: from, included, and to, not included; null where it is open. */
  readonly from: number | null;
  readonly to: number | null;
  readonly homes: number;
  /** The median cut, as a share of the price before. */
  readonly median: number;
}

export interface Movement {
  readonly counts: MoveCounts;
  readonly before: MoveCounts;
  readonly lastYear: MoveCounts;
  /** The median over the eight weeks before. */
  readonly usual: MoveCounts;
  /** Homes for sale, at the beginning of the window and at its end. */
  readonly forSale: { readonly from: number; readonly to: number };
  readonly cuts: {
    readonly homes: number;
    readonly large: number;
    readonly median: number | null;
    readonly bands: readonly CutBand[];
  };
  readonly back: readonly BackGroup[];
  /** Homes for sale a week apart, the last at the window's end; and a year before each. */
  readonly weeks: readonly { readonly at: number; readonly forSale: number; readonly yearBefore: number }[];
}

/**
 * What moved in a window, and beside it.
 *
 * @param scope  1 for each listing that is looked at, by its number; null for all
 */
export function movementOf(
  log: MarketLog,
  window: Window,
  { before, lastYear, usual }: Beside,
  scope: Uint8Array | null,
): Movement {
  const cuts = priceChanges(log, window, scope).filter(({ from, to }) => to < from);
  const shares = cuts.map(({ from, to }) => (from - to) / from).sort((a, b) => a - b);
  const each = usual.map((one) => countsOf(log, one, scope));
  const { at, weeks } = forSaleAt(log, window, scope);
  return {
    counts: countsOf(log, window, scope),
    before: countsOf(log, before, scope),
    lastYear: countsOf(log, lastYear, scope),
    usual: medianCounts(each),
    forSale: at,
    cuts: {
      homes: cuts.length,
      large: shares.filter((share) => share > LARGE_CUT).length,
      median: quantile(shares, 0.5),
      bands: bandsOf(cuts),
    },
    back: backGroups(movedHomes(log, window, scope, ['back'])),
    weeks,
  };
}

/** The homes that did one of some things in a window, in the order of time; a home that did it twice stands twice, but for prices. */
export function movedHomes(log: MarketLog, window: Window, scope: Uint8Array | null, wanted: readonly Moved[]): MovedHome[] {
  const prices = priceChanges(log, window, scope).flatMap(({ listing, at, from, to }): MovedHome[] => {
    const moved = to < from ? 'priceDown' : 'priceUp';
    return wanted.includes(moved)
      ? [{ moved, listingKey: log.keys[listing] as string, at, from, to, daysUnderContract: null }]
      : [];
  });
  const others: MovedHome[] = [];
  log.each(log.window(window.from, window.to), scope, (place, kind) => {
    const moved = movedBy(kind, log.addsAt(place));
    if (isPrice(kind) || !wanted.includes(moved)) return;
    const { at, listing, from, to, underContract } = log.read(place);
    const daysUnderContract = underContract === null ? null : Math.round(underContract / DAY_MS);
    others.push({ moved, listingKey: log.keys[listing] as string, at, from, to, daysUnderContract });
  });
  return [...prices, ...others].sort((a, b) => a.at - b.at);
}

export function countsOf(log: MarketLog, window: Window, scope: Uint8Array | null): MoveCounts {
  const counts = Object.fromEntries(MOVED.map((moved) => [moved, 0])) as Record<Moved, number>;
  let net = 0;
  log.each(log.window(window.from, window.to), scope, (place, kind) => {
    const adds = log.addsAt(place);
    net += adds;
    counts[movedBy(kind, adds)]++;
  });
  const prices = priceChanges(log, window, scope);
  counts.priceDown = prices.filter(({ from, to }) => to < from).length;
  counts.priceUp = prices.filter(({ from, to }) => to > from).length;
  return { ...counts, net };
}

function isPrice(kind: MoveKind): boolean {
  return kind === 'priceDown' || kind === 'priceUp';
}

const LEAVES: ReadonlySet<MoveKind> = new Set(['underContract', 'withdrawn', 'expired', 'canceled', 'onHold']);

function movedBy(kind: MoveKind, adds: number): Moved {
  return adds === 0 && LEAVES.has(kind) ? 'aside' : kind;
}

interface PriceChange {
  readonly listing: number;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** By home, from its price at the beginning of the window to that at its end; `at` is its last change. */
function priceChanges(log: MarketLog, window: Window, scope: Uint8Array | null): PriceChange[] {
  const moved = new Map<number, PriceChange>();
  log.each(log.window(window.from, window.to), scope, (place, kind, listing) => {
    if (!isPrice(kind)) return;
    const { at, from, to } = log.read(place);
    if (from === null || to === null) return;
    moved.set(listing, { listing, at, from: moved.get(listing)?.from ?? from, to });
  });
  return [...moved.values()].filter(({ from, to }) => from !== to).sort((a, b) => a.at - b.at);
}

function medianCounts(all: readonly MoveCounts[]): MoveCounts {
  const of = (key: keyof MoveCounts): number => {
    const sorted = all.map((counts) => counts[key]).sort((a, b) => a - b);
    return quantile(sorted, 0.5) ?? 0;
  };
  const counts = Object.fromEntries(MOVED.map((moved) => [moved, of(moved)])) as Record<Moved, number>;
  return { ...counts, net: of('net') };
}

/** Homes for sale at both ends of a window, and week by week up to its end. */
function forSaleAt(
  log: MarketLog,
  { from, to }: Window,
  scope: Uint8Array | null,
): { at: Movement['forSale']; weeks: Movement['weeks'] } {
  const ends = Array.from({ length: 2 * WEEKS_SHOWN - 1 }, (_, i) => to - (2 * WEEKS_SHOWN - 2 - i) * WEEK_MS);
  const moments = [...ends, from].sort((a, b) => a - b);
  const forSale = log.forSaleBefore(moments, scope);
  const of = (moment: number): number => forSale[moments.indexOf(moment)] ?? 0;
  return {
    at: { from: of(from), to: of(to) },
    weeks: ends.slice(WEEKS_SHOWN - 1).map((at, i) => ({ at, forSale: of(at), yearBefore: of(ends[i] as number) })),
  };
}

const [TWO_WEEKS_DAYS, MONTH_DAYS] = [14, 50];
const PRICES = ['same', 'cut', 'raised'] as const;
const AFTERS = ['twoWeeks', 'month', 'longer', 'noContract'] as const;

function backGroups(homes: readonly MovedHome[]): BackGroup[] {
  const groupOf = ({ from, to, daysUnderContract: days }: MovedHome): readonly [BackGroup['price'], BackGroup['after']] => {
    const price = from === null || to === null || from === to ? 'same' : to < from ? 'cut' : 'raised';
    const after = days === null ? 'noContract' : days <= TWO_WEEKS_DAYS ? 'twoWeeks' : days <= MONTH_DAYS ? 'month' : 'longer';
    return [price, after];
  };
  return PRICES.flatMap((price) =>
    AFTERS.flatMap((after) => {
      const own = homes.filter((home) => groupOf(home).join() === [price, after].join());
      return own.length === 0 ? [] : [{ price, after, homes: own.length, guess: guessOf(own, price === 'cut') }];
    }),
  );
}

/** What most of some homes' returns often mean; null where that is nothing. */
function guessOf(homes: readonly MovedHome[], wasCut: boolean): Guess['why'] | null {
  const guesses = homes.flatMap(({ daysUnderContract: days }) =>
    days === null ? [] : (whyBack(0, days * DAY_MS, wasCut)?.why ?? []),
  );
  const most = (['inspection', 'financing', 'appraisal'] as const)
    .map((why) => ({ why, times: guesses.filter((each) => each === why).length }))
    .sort((a, b) => b.times - a.times)[0];
  return most && most.times * 2 > homes.length ? most.why : null;
}

/** Fewer cuts tell nothing of where they come from. */
const FEWEST_FOR_BANDS = 8;
const BANDS = 4;

/** The homes that were cut, in quarters by their price before, at round limits. */
function bandsOf(cuts: readonly PriceChange[]): CutBand[] {
  if (cuts.length < FEWEST_FOR_BANDS) return [];
  const prices = cuts.map(({ from }) => from).sort((a, b) => a - b);
  const limits = [...new Set([1, 2, 3].map((i) => rounded(quantile(prices, i / BANDS) ?? 0)))];
  const bounds: (number | null)[] = [null, ...limits, null];
  return bounds.slice(0, -1).flatMap((from, i) => {
    const to = bounds[i + 1] ?? null;
    const own = cuts.filter((cut) => (from === null || cut.from >= from) && (to === null || cut.from < to));
    const shares = own.map((cut) => (cut.from - cut.to) / cut.from).sort((a, b) => a - b);
    const median = quantile(shares, 0.5);
    return median === null ? [] : [{ from, to, homes: own.length, median }];
  });
}

/** To two figures: 287,450 becomes 290,000. */
function rounded(price: number): number {
  const unit = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, price))) - 1);
  return Math.round(price / unit) * unit;
}
