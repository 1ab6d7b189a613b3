import type { County } from './county.js';
import { addressOf, parcelNumberOf } from './listingRecord.js';
import { DAY, isoDate, lifeOf } from './lives.js';
import type { Market } from './market.js';
import { FIRST_NAMES, LAST_NAMES } from './names.js';
import { isOwnerAway, taxOf } from './ownership.js';
import type { Parcel } from './parcels.js';
import { valueOf } from './prices.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';
import { SCHOOLS } from './schools.js';
import { ZONING, zoningOf } from './zoning.js';

/** What the county's offices know of a parcel, listed or not; not always what its listing says. */
export interface PublicRecord {
  readonly ParcelNumber: string;
  readonly UnparsedAddress: string;
  readonly OwnerName: string;
  readonly OwnerMailingAddress: string;
  readonly OwnerAway: boolean;
  readonly LivingArea: number | null;
  readonly BedroomsTotal: number | null;
  readonly BathroomsFull: number | null;
  readonly YearBuilt: number | null;
  readonly LotSizeAcres: number;
  readonly FloodZone: string;
  readonly Zoning: string;
  readonly SchoolDistrict: string;
  readonly ElementarySchool: string;
  readonly MiddleOrJuniorSchool: string;
  readonly HighSchool: string;
  readonly sales: readonly { readonly date: string; readonly price: number; readonly buyer: string }[];
  readonly loans: readonly { readonly date: string; readonly amount: number; readonly lender: string }[];
  readonly taxes: readonly { readonly year: number; readonly assessed: number; readonly tax: number }[];
}

const LENDERS = ['Ostrey Savings', 'Tidewell Credit Union', 'Dunnock Valley Bank', 'Harbor Mutual'] as const;
const ELSEWHERE = [
  '14 Fennel Way, Northmere',
  '2208 Alder Rd, Castle Weir',
  '77 Long Wharf, Ambleford',
  '5 Quay Pl, St Orrin',
] as const;

export class PublicRecords {
  private readonly parcels: ReadonlyMap<string, Parcel>;

  constructor(
    private readonly county: County,
    private readonly market: Market,
  ) {
    this.parcels = new Map(county.parcels.map((parcel) => [parcelNumberOf(parcel), parcel]));
  }

  /** A parcel's record as it stands at the market's moment, or null when there is no such parcel. */
  find(parcelNumber: string): PublicRecord | null {
    const parcel = this.parcels.get(parcelNumber);
    return parcel ? this.recordOf(parcel) : null;
  }

  private recordOf(parcel: Parcel): PublicRecord {
    const { home } = parcel;
    const random = randomOf(this.county.seed, 53, parcel.id);
    const later = randomOf(this.county.seed, 67, parcel.id);
    const earlier = this.salesBefore(parcel, random);
    const sales = [...earlier, ...this.salesOf(parcel)].map(({ date, price }) => ({ date, price, buyer: personOf(random) }));
    const owner = sales.at(-1)?.buyer ?? personOf(random);
    const away = isOwnerAway(parcel, this.county.seed);
    const built = home.livingArea > 0;
    return {
      ParcelNumber: parcelNumberOf(parcel),
      UnparsedAddress: addressOf(parcel),
      OwnerName: owner,
      OwnerMailingAddress: away ? random.pick(ELSEWHERE) : addressOf(parcel),
      OwnerAway: away,
      // floor area is wrong most often: an addition never reported, a basement counted in
      LivingArea: built
        ? random.chance(0.19)
          ? Math.round((home.livingArea * (0.82 + random.unit() * 0.3)) / 4) * 4
          : home.livingArea
        : null,
      BedroomsTotal: built ? Math.max(0, home.bedrooms + (random.chance(0.05) ? (random.chance(0.6) ? -1 : 1) : 0)) : null,
      BathroomsFull: built ? Math.max(0, home.fullBaths + (random.chance(0.06) ? -1 : 0)) : null,
      YearBuilt: built ? home.yearBuilt + (random.chance(0.05) ? random.int(-6, 6) : 0) : null,
      LotSizeAcres: Math.round(parcel.acres * (random.chance(0.06) ? 0.9 + random.unit() * 0.2 : 1) * 10_000) / 10_000,
      FloodZone: parcel.floodZone,
      // rezoned since, or written into the wrong column
      Zoning: later.chance(0.06) ? later.pick(ZONING) : zoningOf(parcel),
      SchoolDistrict: SCHOOLS.find(({ name }) => name === parcel.schools.high)?.district ?? '',
      // attendance zones are redrawn, records lag
      ElementarySchool: random.chance(0.05)
        ? random.pick(SCHOOLS.filter(({ level }) => level === 'elementary')).name
        : parcel.schools.elementary,
      MiddleOrJuniorSchool: parcel.schools.middle,
      HighSchool: parcel.schools.high,
      sales: sales.toReversed(),
      loans: sales
        .filter(() => random.chance(0.74))
        .map(({ date, price }) => ({
          date,
          amount: Math.round((price * (0.7 + random.unit() * 0.25)) / 100) * 100,
          lender: random.pick(LENDERS),
        }))
        .toReversed(),
      taxes: this.taxesOf(parcel, later),
    };
  }

  /** Sales that the listings of the kept years led to. */
  private salesOf(parcel: Parcel): { date: string; price: number }[] {
    const { seed, since } = this.county;
    const now = this.market.moment;
    return lifeOf(parcel, seed, Math.floor(Date.parse(`${since}T00:00:00Z`) / DAY), Math.floor(now / DAY))
      .filter(({ type }) => type !== 'Residential Lease')
      .flatMap(({ events }) => events)
      .filter(({ at, changes }) => at <= now && changes['CloseDate'] !== undefined)
      .map(({ changes }) => ({ date: String(changes['CloseDate']), price: Number(changes['ClosePrice']) }));
  }

  /** A sale before listings were kept. */
  private salesBefore(parcel: Parcel, random: Random): { date: string; price: number }[] {
    const day = Math.floor(Date.parse(`${this.county.since}T00:00:00Z`) / DAY) - random.int(200, 5200);
    const built = parcel.home.livingArea === 0 ? 0 : parcel.home.yearBuilt;
    if (Number(isoDate(day).slice(0, 4)) <= built) return [];
    return [{ date: isoDate(day), price: Math.round(valueOf(parcel, Math.max(day, 11_000)) / 500) * 500 }];
  }

  /** One in fourteen was lowered on appeal, which the listing does not know. */
  private taxesOf(parcel: Parcel, random: Random): PublicRecord['taxes'] {
    const share = random.chance(0.07) ? 0.82 + random.unit() * 0.13 : 1;
    const last = new Date(this.market.moment).getUTCFullYear() - 1;
    return Array.from({ length: 6 }, (_, i) => taxOf(parcel, this.county.seed, last - i)).map((each, i) =>
      i === 0 ? { ...each, assessed: Math.round((each.assessed * share) / 100) * 100, tax: Math.round(each.tax * share) } : each,
    );
  }
}

function personOf(random: Random): string {
  const last = random.pick(LAST_NAMES);
  const first = random.pick(FIRST_NAMES);
  return random.chance(0.45) ? `${first} & ${random.pick(FIRST_NAMES)} ${last}` : `${first} ${last}`;
}
