import type { Parcel } from './parcels.js';
import { asking, RENT, valueOf } from './prices.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';
import { briskDay, briskness } from './seasons.js';

/** Kinds of property that people live in. */
export const DWELLINGS: readonly PropertyType[] = ['Residential', 'Residential Lease', 'Residential Income', 'Farm'];

export type PropertyType = 'Residential' | 'Residential Lease' | 'Residential Income' | 'Land' | 'Farm' | 'Commercial Sale';
export type Status =
  'Coming Soon' | 'Active' | 'Active Under Contract' | 'Pending' | 'Hold' | 'Withdrawn' | 'Canceled' | 'Expired' | 'Closed';

/** The fields of a listing that move with the market. */
export type Change = Readonly<Partial<Record<string, string | number | null>>>;

export interface LifeEvent {
  /** Milliseconds since 1970 UTC. */
  readonly at: number;
  readonly changes: Change;
}

export interface OpenHouse {
  readonly announced: number;
  readonly start: number;
  readonly end: number;
}

/** One listing of a parcel from its entry to its end; the first event enters it. */
export interface Listing {
  readonly parcel: Parcel;
  readonly type: PropertyType;
  readonly events: LifeEvent[];
  readonly openHouses: OpenHouse[];
  /** When its record is taken out of the feed again, as a few are. */
  deletedAt: number;
}

export const DAY = 86_400_000;

/** What may follow what; nothing follows an end. */
export const MAY_FOLLOW: Readonly<Record<Status, readonly Status[]>> = {
  'Coming Soon': ['Active', 'Withdrawn'],
  Active: ['Active Under Contract', 'Pending', 'Hold', 'Withdrawn', 'Canceled', 'Expired'],
  'Active Under Contract': ['Active', 'Pending'],
  Pending: ['Active', 'Closed'],
  Hold: ['Active', 'Canceled'],
  Withdrawn: [],
  Canceled: [],
  Expired: [],
  Closed: [],
};

/**
 * All listings of a parcel from a first day until some while after a last (days since 1970). The same seed gives the
 * same life, and a later last day only adds to it.
 */
export function lifeOf(parcel: Parcel, seed: number, first: number, last: number): Listing[] {
  const random = randomOf(seed, 41, parcel.id);
  const rented = isLet(parcel, random);
  const listings: Listing[] = [];
  const between = rented ? 620 : tenureOf(parcel);
  const built = parcel.home.livingArea > 0 ? Math.floor(Date.UTC(parcel.home.yearBuilt, 3, 1) / DAY) : 0;
  // a new home is offered when it is built; the owner of an older one has been there for some while already
  let day = built > first ? built + random.int(0, 240) : first + Math.floor(between * random.unit() * (rented ? 1 : 1.15));
  for (;;) {
    day = briskDay(day, random);
    if (day > last) return listings;
    const end = new Offer(parcel, rented ? 'Residential Lease' : typeOf(parcel), day, random, listings).run();
    day = end + (rented ? Math.round(between * (0.5 + random.unit())) : nextSale(listings, between, random));
  }
}

function isLet({ home }: Parcel, random: Random): boolean {
  const share = { Condominium: 0.27, Townhouse: 0.14, 'Single Family Residence': 0.05 }[home.subType as string] ?? 0;
  return random.chance(share);
}

/** Mean days an owner stays. */
function tenureOf({ home }: Parcel): number {
  const years =
    { Condominium: 5.4, Townhouse: 6, 'Unimproved Land': 7, Farm: 9, Retail: 7, Office: 7 }[home.subType as string] ?? 7.3;
  return years * 365;
}

function nextSale(listings: readonly Listing[], between: number, random: Random): number {
  const sold = listings.at(-1)?.events.at(-1)?.changes['StandardStatus'] === 'Closed';
  if (!sold) return random.int(200, 900);
  // hardly anybody sells within the first two years
  return Math.round(between * (0.22 - 0.78 * Math.log(1 - random.unit() * 0.995)));
}

function typeOf({ home }: Parcel): PropertyType {
  switch (home.subType) {
    case 'Unimproved Land':
      return 'Land';
    case 'Farm':
      return 'Farm';
    case 'Retail':
    case 'Office':
      return 'Commercial Sale';
    case 'Duplex':
    case 'Triplex':
    case 'Quadruplex':
      return 'Residential Income';
    default:
      return 'Residential';
  }
}

/** The attempt to sell or let a parcel: one listing, or several when it is taken off and put back. */
class Offer {
  private listing: Listing;
  private price: number;
  private readonly worth: number;
  private termEnds = 0;

  constructor(
    private readonly parcel: Parcel,
    private readonly type: PropertyType,
    private day: number,
    private readonly random: Random,
    private readonly listings: Listing[],
  ) {
    this.worth = this.valueAt(day) * (1 + random.normal() * 0.04);
    this.price = asking(this.worth * (1.028 + random.normal() * 0.042), random);
    this.listing = this.enter();
  }

  /** @returns the day after which nothing more happens */
  run(): number {
    for (;;) {
      const outcome = this.untilContract();
      if (outcome !== 'contract') {
        if (this.listings.length > 400 || !this.random.chance(0.68)) return this.day;
        // put back to look new
        this.day += this.random.int(2, 45);
        this.price = asking(this.price * (0.955 + this.random.unit() * 0.045), this.random);
        this.listing = this.enter();
      } else if (this.closes()) {
        return this.day;
      }
    }
  }

  private enter(): Listing {
    const soon = this.day > 17_500 && this.random.chance(0.15);
    const active = this.day + (soon ? this.random.int(4, 10) : 0);
    const listing: Listing = { parcel: this.parcel, type: this.type, events: [], openHouses: [], deletedAt: Infinity };
    this.listings.push(listing);
    this.termEnds = this.day + this.random.pick([90, 180, 180, 180, 270, 365]);
    listing.events.push({
      at: this.momentOf(this.day),
      changes: {
        StandardStatus: soon ? 'Coming Soon' : 'Active',
        ListPrice: this.price,
        OriginalListPrice: this.price,
        ListingContractDate: isoDate(this.day - this.random.int(0, 6)),
        OnMarketDate: soon ? null : isoDate(this.day),
        ActivationDate: soon ? isoDate(active) : null,
      },
    });
    if (soon) {
      this.day = active;
      this.set(listing, 'Active', { OnMarketDate: isoDate(active) });
    }
    this.planOpenHouses(listing);
    if (this.random.chance(0.0015)) listing.deletedAt = this.momentOf(this.day + this.random.int(2, 400));
    return listing;
  }

  private planOpenHouses({ openHouses }: Listing): void {
    if (this.type === 'Land' || this.type === 'Residential Lease' || !this.random.chance(0.55)) return;
    const saturday = this.day + ((13 - ((this.day + 4) % 7)) % 7);
    for (let week = 0; week < 4; week++) {
      if (!this.random.chance(week === 0 ? 0.8 : 0.3)) continue;
      const day = saturday + week * 7 + this.random.int(0, 1);
      const start = at(day, this.random.pick([600, 660, 720, 780, 840]));
      openHouses.push({
        announced: this.momentOf(day - this.random.int(2, 5)),
        start,
        end: start + this.random.pick([2, 2, 3]) * 3_600_000,
      });
    }
  }

  private untilContract(): 'contract' | 'off' {
    const { random } = this;
    const entry = this.listing.events[0] as LifeEvent;
    for (;;) {
      const over = this.price / (this.worth * (this.valueAt(this.day) / this.valueAt(dayOf(entry.at)))) - 1;
      const mean = (this.type === 'Residential' ? 54 : this.type === 'Residential Lease' ? 26 : 170) * Math.exp(7 * over);
      const contract = this.day + 1 + waiting(mean / (0.35 + briskness(this.day)) / 1.1, random);
      const off = this.day + 1 + waiting(420, random);
      const look = this.day + random.int(16, 38);
      // a term that ran out under contract or on hold ends once the home is back
      const expiry = Math.max(this.termEnds, this.day + 1);
      const next = Math.min(contract, off, look, expiry);
      this.day = next;
      if (next === contract) return 'contract';
      if (next === expiry) {
        this.set(this.listing, 'Expired', { ExpirationDate: isoDate(this.day) });
        return 'off';
      }
      if (next === off) {
        if (random.chance(0.22)) {
          this.set(this.listing, 'Hold', {});
          this.day += random.int(6, 30);
          this.set(this.listing, 'Active', {});
          continue;
        }
        if (random.chance(0.55)) this.set(this.listing, 'Withdrawn', { WithdrawnDate: isoDate(this.day) });
        else this.set(this.listing, 'Canceled', { CancellationDate: isoDate(this.day) });
        return 'off';
      }
      if (random.chance(0.5 + Math.max(-0.4, Math.min(0.4, over * 3)))) this.reprice();
    }
  }

  /** From contract to closing; false when it falls through and the home comes back on the market. */
  private closes(): boolean {
    const { random } = this;
    const contracted = isoDate(this.day);
    const fallen = (share: number): boolean => {
      if (!random.chance(share)) return false;
      this.set(this.listing, 'Active', { PurchaseContractDate: null });
      this.day += random.int(0, 3);
      if (random.chance(0.38)) this.reprice();
      return true;
    };
    if (this.type !== 'Residential Lease' && random.chance(0.72)) {
      this.set(this.listing, 'Active Under Contract', { PurchaseContractDate: contracted });
      this.day += random.int(5, 15);
      if (fallen(0.12)) return false;
      this.set(this.listing, 'Pending', {});
    } else {
      this.set(this.listing, 'Pending', { PurchaseContractDate: contracted });
    }
    this.day += this.type === 'Residential Lease' ? random.int(3, 20) : random.int(16, 38);
    if (fallen(0.045)) return false;
    const room = Math.max(-0.03, Math.min(0.035, (this.worth / this.price - 1) * 0.5));
    const ratio = this.type === 'Residential Lease' ? 1 : 0.986 + room + random.normal() * 0.013;
    const step = this.price > 20_000 ? 500 : 25;
    this.set(this.listing, 'Closed', {
      CloseDate: isoDate(this.day),
      ClosePrice: Math.round((this.price * ratio) / step) * step,
    });
    return true;
  }

  private reprice(): void {
    const { random, price } = this;
    const cheap = 1 + Math.max(0, Math.min(0.8, (260_000 - price) / 260_000));
    const share = random.chance(0.1) ? 0.05 + random.unit() * 0.04 : (0.008 + random.unit() * 0.031) * cheap;
    const after = asking(random.chance(0.045) ? price * (1 + share / 2) : price * (1 - share), random);
    if (after === price) return;
    this.push(this.listing, { ListPrice: after, PreviousListPrice: price, PriceChangeTimestamp: 'now' });
    this.price = after;
  }

  private set(listing: Listing, status: Status, more: Change): void {
    this.push(listing, { StandardStatus: status, ...more });
  }

  private push(listing: Listing, changes: Change): void {
    const last = listing.events.at(-1)?.at ?? 0;
    const moment = Math.max(this.momentOf(this.day), last + 60_000 * this.random.int(20, 240));
    const stamped =
      'PriceChangeTimestamp' in changes ? { ...changes, PriceChangeTimestamp: new Date(moment).toISOString() } : changes;
    listing.events.push({ at: moment, changes: stamped });
  }

  private valueAt(day: number): number {
    return valueOf(this.parcel, day) * (this.type === 'Residential Lease' ? RENT : 1);
  }

  private momentOf(day: number): number {
    return at(day, this.random.int(8 * 60, 18 * 60)) + this.random.int(0, 59_999);
  }
}

/** Days until something that happens every so many days on average. */
function waiting(mean: number, random: Random): number {
  return Math.floor(-mean * Math.log(1 - random.unit() * 0.9999));
}

/** The moment so many minutes into a day of the county, by its summer or winter time. */
function at(day: number, minutes: number): number {
  const date = new Date(day * DAY);
  const summer = date.getUTCMonth() > 2 && date.getUTCMonth() < 10;
  return day * DAY + (minutes + (summer ? 240 : 300)) * 60_000;
}

function dayOf(moment: number): number {
  return Math.floor((moment - 5 * 3_600_000) / DAY);
}

export function isoDate(day: number): string {
  return new Date(day * DAY).toISOString().slice(0, 10);
}
