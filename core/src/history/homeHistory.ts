import { OFF_MARKET, UNDER_CONTRACT } from '../listing/status.js';
import { isoDate } from '../time/period.js';
import { ANEW_AFTER_DAYS, forSaleSince } from './forSaleSince.js';
import type { Spell } from './forSaleSince.js';
import { whyBack } from './whyBack.js';
import type { Guess } from './whyBack.js';

/** One listing of a home as its history is told: how it began, and each change of its price and status. */
export interface TaleOfListing {
  readonly listingKey: string;
  readonly listingId: string;
  /** Who listed it, where that is told. */
  readonly agent: string | null;
  readonly office: string | null;
  /** When it was entered, milliseconds since 1970 UTC. */
  readonly at: number;
  /** Its first status, and first asking price in dollars; null where that is blank. */
  readonly status: string;
  readonly price: number | null;
  /** Dollars paid, where it closed. */
  readonly closePrice: number | null;
  /** In any order; of one moment in that of the list. */
  readonly changes: readonly TaleChange[];
}

export type TaleChange = { readonly at: number } & (
  { readonly field: 'ListPrice'; readonly to: number } | { readonly field: 'StandardStatus'; readonly to: string }
);

/** What happened, at a moment: `price` is what is asked then, or what was paid. */
export type Moment = { readonly at: number } & (
  | {
      readonly kind: 'listed' | 'onMarket' | 'underContract' | 'held' | 'off';
      readonly status: string;
      readonly price: number | null;
    }
  | { readonly kind: 'back'; readonly status: string; readonly price: number | null; readonly guess: Guess | null }
  | { readonly kind: 'price'; readonly from: number | null; readonly price: number }
  | { readonly kind: 'closed'; readonly status: string; readonly price: number | null; readonly asked: number | null }
);

/** A time under contract: until it closed, came back or was taken off; null while it runs. */
export interface Contract {
  readonly from: number;
  readonly to: number | null;
}

/** One listing from its beginning to its end. */
export interface Life {
  readonly listingKey: string;
  readonly listingId: string;
  readonly agent: string | null;
  readonly office: string | null;
  readonly from: number;
  /** When it went off the market, whyever; null while it is on. */
  readonly to: number | null;
  /** As it stands now. */
  readonly status: string;
  /** In the order in which it happened. */
  readonly moments: readonly Moment[];
  readonly contracts: readonly Contract[];
  /** The asking price as it stood from each moment on; null in the last one, where it is off the market. */
  readonly prices: readonly { readonly at: number; readonly price: number | null }[];
  /** All cuts of its asking price from its first to its last, in dollars; 0 where it was never lowered. */
  readonly cutInAll: number;
  readonly firstPrice: number | null;
  /** Days off the market since the listing before it; null for the first, or after a sale. */
  readonly afterDaysOff: number | null;
  /** Whether it goes on where the one before left off: not sold, and not off for long. */
  readonly goesOn: boolean;
}

/** A home over all its listings of one kind. */
export interface HomeHistory {
  /** Newest first. */
  readonly lives: readonly Life[];
  /** Of the newest listing: since when it has really been for sale, over how many listings, and for how many days. */
  readonly forSale: { readonly since: number; readonly listings: number; readonly days: number } | null;
}

const DAY_MS = 86_400_000;

/**
 * What happened to a home, listing by listing.
 *
 * @param listings  all its listings of one kind: for sale, or to rent
 * @param now  milliseconds since 1970 UTC
 * @param anewAfter  days off the market from which on a home counts as offered anew
 */
export function homeHistory(listings: readonly TaleOfListing[], now: number, anewAfter = ANEW_AFTER_DAYS): HomeHistory {
  const inOrder = listings.toSorted((a, b) => a.at - b.at || (a.listingKey < b.listingKey ? -1 : 1));
  const lives: Life[] = [];
  for (const listing of inOrder) {
    const life = lifeOf(listing);
    const before = lives.at(-1);
    const afterDaysOff = before?.to == null || isSold(before) ? null : Math.max(0, dayOf(life.from) - dayOf(before.to));
    lives.push({ ...life, afterDaysOff, goesOn: afterDaysOff !== null && afterDaysOff < anewAfter });
  }
  lives.reverse();
  return { lives, forSale: forSaleOf(lives, now, anewAfter) };
}

function forSaleOf(lives: readonly Life[], now: number, anewAfter: number): HomeHistory['forSale'] {
  const [newest, ...others] = lives;
  if (!newest) return null;
  const since = Date.parse(forSaleSince(spellOf(newest), others.map(spellOf), anewAfter));
  const listings = lives.filter(({ from }) => dayOf(from) * DAY_MS >= since).length;
  return { since, listings, days: dayOf(newest.to ?? now) - dayOf(since) };
}

function spellOf(life: Life): Spell {
  return {
    from: isoDate(dayOf(life.from)),
    to: life.to === null ? null : isoDate(dayOf(life.to)),
    isSold: isSold(life),
  };
}

function isSold({ status }: Pick<Life, 'status'>): boolean {
  return status === 'Closed';
}

function dayOf(at: number): number {
  return Math.floor(at / DAY_MS);
}

/** A listing replayed, change by change. */
function lifeOf(listing: TaleOfListing): Omit<Life, 'afterDaysOff' | 'goesOn'> {
  const { listingKey, listingId, agent, office, at, closePrice } = listing;
  let { status, price } = listing;
  const moments: Moment[] = [{ at, kind: 'listed', status, price }];
  const contracts: Contract[] = UNDER_CONTRACT.has(status) ? [{ from: at, to: null }] : [];
  const prices: { at: number; price: number | null }[] = [{ at, price }];
  // a record that begins with its end, as an old sale does
  let to: number | null = OFF_MARKET.has(status) ? at : null;
  let cutInAll = 0;
  // a sort that keeps what is of one moment in its order
  for (const change of listing.changes.toSorted((a, b) => a.at - b.at)) {
    if (change.field === 'ListPrice') {
      if (change.to === price) continue;
      if (price !== null && change.to < price) cutInAll += price - change.to;
      moments.push({ at: change.at, kind: 'price', from: price, price: change.to });
      price = change.to;
      if (to === null) prices.push({ at: change.at, price });
      continue;
    }
    if (change.to === status) continue;
    const was = status;
    status = change.to;
    const open = contracts.at(-1);
    if (UNDER_CONTRACT.has(was) && !UNDER_CONTRACT.has(status) && open?.to === null) {
      contracts[contracts.length - 1] = { ...open, to: change.at };
    }
    if (UNDER_CONTRACT.has(status) && !UNDER_CONTRACT.has(was)) contracts.push({ from: change.at, to: null });
    moments.push(momentOf(change.at, was, status, price, closePrice));
    if (OFF_MARKET.has(status)) {
      to = change.at;
      prices.push({ at: to, price: null });
    } else if (OFF_MARKET.has(was)) {
      to = null;
      prices.push({ at: change.at, price });
    }
  }
  return {
    listingKey,
    listingId,
    agent,
    office,
    from: at,
    to,
    status,
    moments: withGuesses(moments, contracts),
    contracts,
    prices,
    cutInAll,
    firstPrice: listing.price,
  };
}

function momentOf(at: number, was: string, status: string, price: number | null, closePrice: number | null): Moment {
  if (status === 'Closed') return { at, kind: 'closed', status, price: closePrice, asked: price };
  if (OFF_MARKET.has(status)) return { at, kind: 'off', status, price };
  if (status === 'Hold') return { at, kind: 'held', status, price };
  if (UNDER_CONTRACT.has(status)) return { at, kind: 'underContract', status, price };
  if (was === 'Coming Soon') return { at, kind: 'onMarket', status, price };
  return { at, kind: 'back', status, price, guess: null };
}

/** How long after coming back a cut still belongs to it. */
const CUT_WITH_IT_MS = 7 * DAY_MS;

/** The moments, with a guess at each that ended a contract. */
function withGuesses(moments: readonly Moment[], contracts: readonly Contract[]): Moment[] {
  return moments.map((moment) => {
    const contract = contracts.find(({ to }) => to === moment.at);
    if (moment.kind !== 'back' || !contract) return moment;
    const wasCut = moments.some(
      (other) =>
        other.kind === 'price' &&
        other.from !== null &&
        other.price < other.from &&
        Math.abs(other.at - moment.at) <= CUT_WITH_IT_MS,
    );
    return { ...moment, guess: whyBack(contract.from, moment.at, wasCut) };
  });
}
