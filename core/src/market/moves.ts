import { OFF_MARKET, UNDER_CONTRACT } from '../listing/status.js';

/** What a listing did, in the order in which it is told: the first ten by their status, then its price. */
export const MOVE_KINDS = [
  'comingSoon',
  'new',
  'back',
  'underContract',
  'pending',
  'closed',
  'withdrawn',
  'expired',
  'canceled',
  'onHold',
  'priceDown',
  'priceUp',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

/** One move of a listing. */
export interface Move {
  /** Milliseconds since 1970 UTC. */
  readonly at: number;
  readonly kind: MoveKind;
  /**
   * What it does to the number of homes for sale, which are the Active ones: 1 where one comes, −1 where one leaves, 0
   * where neither, as when a home that was under contract closes or is taken off.
   */
  readonly adds: -1 | 0 | 1;
  /** Dollars before, and after; of a home that is back, when it left and since it is back. Null where that is not told. */
  readonly from: number | null;
  readonly to: number | null;
  /** Of a home that is back from a contract: how long it was under contract, in milliseconds. */
  readonly underContract: number | null;
}

/** A change of a listing's price or status. */
export type MarketChange = { readonly at: number } & (
  | { readonly field: 'ListPrice'; readonly from: number | null; readonly to: number | null }
  | { readonly field: 'StandardStatus'; readonly from: string | null; readonly to: string | null }
);

/** One listing as the feed tells it. */
export interface MarketTale {
  /** When it was listed; null where its feed does not tell, and then it is never new. */
  readonly listedAt: number | null;
  /** As it stands now. */
  readonly status: string;
  /** In any order; of one moment in that of the list. */
  readonly changes: readonly MarketChange[];
}

const FOR_SALE = 'Active';

const ENDS: Readonly<Record<string, MoveKind>> = {
  Closed: 'closed',
  Withdrawn: 'withdrawn',
  Expired: 'expired',
  Canceled: 'canceled',
  Hold: 'onHold',
};

/**
 * What a listing did on the market, in its order: prices of one moment come before statuses. What a listing's price does
 * while it is over is no move. One that goes from Active to Closed at once went under contract and closed.
 */
export function movesOf({ listedAt, status: last, changes }: MarketTale): Move[] {
  const inOrder = changes.toSorted((a, b) => a.at - b.at || Number(isStatus(a)) - Number(isStatus(b)));
  let status = inOrder.find(isStatus)?.from ?? last;
  let price = inOrder.find(isPrice)?.from ?? null;
  let contractFrom = UNDER_CONTRACT.has(status) ? listedAt : null;
  /** The price when it left the market, or was promised. */
  let priceWhenLeft = price;
  const moves: Move[] = [];
  const tell = (at: number, kind: MoveKind, adds: Move['adds'], more: Partial<Move> = {}): void =>
    void moves.push({ at, kind, adds, from: null, to: null, underContract: null, ...more });
  if (listedAt !== null && status === 'Coming Soon') tell(listedAt, 'comingSoon', 0);
  if (listedAt !== null && status === FOR_SALE) tell(listedAt, 'new', 1);
  for (const change of inOrder) {
    const { at } = change;
    if (isPrice(change)) {
      const { to } = change;
      if (to === null || to === price) continue;
      if (price !== null && !OFF_MARKET.has(status)) tell(at, to < price ? 'priceDown' : 'priceUp', 0, { from: price, to });
      price = to;
      continue;
    }
    const [was, now] = [status, String(change.to)];
    if (now === was) continue;
    status = now;
    const left = was === FOR_SALE ? -1 : 0;
    if (was === FOR_SALE) priceWhenLeft = price;
    if (now === FOR_SALE) {
      const underContract = contractFrom === null ? null : at - contractFrom;
      if (was === 'Coming Soon') tell(at, 'new', 1);
      else tell(at, 'back', 1, { from: priceWhenLeft, to: price, underContract });
    } else if (UNDER_CONTRACT.has(now)) {
      if (!UNDER_CONTRACT.has(was)) tell(at, 'underContract', left);
      if (now === 'Pending') tell(at, 'pending', 0);
    } else if (now === 'Coming Soon') {
      // one that was for sale waits again
      tell(at, was === FOR_SALE ? 'onHold' : 'comingSoon', left);
    } else {
      const kind = ENDS[now];
      if (kind === 'closed' && was === FOR_SALE) tell(at, 'underContract', left);
      if (kind) tell(at, kind, kind === 'closed' ? 0 : left);
    }
    if (!UNDER_CONTRACT.has(now)) contractFrom = null;
    else if (!UNDER_CONTRACT.has(was)) contractFrom = at;
  }
  return moves;
}

function isStatus(change: MarketChange): change is MarketChange & { field: 'StandardStatus' } {
  return change.field === 'StandardStatus';
}

function isPrice(change: MarketChange): change is MarketChange & { field: 'ListPrice' } {
  return change.field === 'ListPrice';
}
