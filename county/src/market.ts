import { DateTime } from 'luxon';
import { TIME_ZONE } from './county.js';
import type { County } from './county.js';
import { asking, newRecord, propertyTypeOf, valueOf } from './listingRecord.js';
import type { FeedRecord } from './listingRecord.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';

/** One field's change as RESO's HistoryTransactional has it. */
export interface HistoryRow {
  readonly HistoryTransactionalKey: string;
  readonly ResourceName: 'Property';
  readonly ResourceRecordKey: string;
  readonly FieldName: string;
  readonly PreviousValue: string | null;
  readonly NewValue: string | null;
  readonly ModificationTimestamp: string;
}

interface Planned {
  readonly at: number;
  readonly apply: (at: number) => void;
}

interface Listing {
  readonly number: number;
  readonly record: FeedRecord;
  readonly parcel: number;
  readonly openedOn: number;
  changedOn: number;
  dueOn: number;
}

const FIRST_DAY = '2024-01-01';
const TERM_DAYS = 180;
const TRACKED = ['StandardStatus', 'ListPrice'];

/**
 * The county's market, lived through day by day from 2024. The same seed and the same moment give the same listings,
 * however many steps lead there: each day's events are planned at its start from the seed and the state before it.
 */
export class Market {
  readonly listings: FeedRecord[] = [];
  readonly history: HistoryRow[] = [];
  private readonly open = new Set<Listing>();
  private readonly lastListed = new Map<number, number>();
  private planned: Planned[] = [];
  private day = DateTime.fromISO(FIRST_DAY, { zone: TIME_ZONE });

  constructor(private readonly county: County) {
    this.plan();
  }

  /** Lives on until a moment in milliseconds since 1970 UTC; a moment already past changes nothing. */
  advanceTo(now: number): void {
    for (;;) {
      while (this.planned[0] && this.planned[0].at <= now) {
        const next = this.planned.shift() as Planned;
        next.apply(next.at);
      }
      const tomorrow = this.day.plus({ days: 1 });
      if (this.planned.length > 0 || tomorrow.toMillis() > now) return;
      this.day = tomorrow;
      this.plan();
    }
  }

  private plan(): void {
    const today = Math.floor(this.day.toMillis() / 86_400_000);
    const random = randomOf(this.county.seed, 31, today);
    const plans: Planned[] = [];
    const at = (minute: number, apply: (at: number) => void): void => {
      plans.push({ at: this.day.toMillis() + minute * 60_000 + random.int(0, 59_999), apply });
    };
    const spring = 1 + 0.38 * Math.sin(((this.day.ordinal - 60) / 365) * 2 * Math.PI);
    const weekday = [1, 1, 1.2, 1.5, 1.5, 0.6, 0.35][this.day.weekday - 1] as number;
    const arrivals = Math.floor(3.5 * spring * weekday + random.unit());
    for (let i = 0; i < arrivals; i++) {
      const parcel = random.int(0, this.county.parcels.length - 1);
      if (today - (this.lastListed.get(parcel) ?? -9999) < 240) continue;
      this.lastListed.set(parcel, today);
      at(random.int(7 * 60, 18 * 60), (when) => this.list(parcel, today, when));
    }
    for (const listing of this.open)
      this.planListing(listing, today, spring, randomOf(this.county.seed, today, listing.number), at);
    this.planned = plans.sort((a, b) => a.at - b.at);
  }

  private planListing(
    listing: Listing,
    today: number,
    spring: number,
    random: Random,
    at: (minute: number, apply: (at: number) => void) => void,
  ): void {
    const { record } = listing;
    const minute = random.int(8 * 60, 19 * 60);
    const date = this.day.toISODate() as string;
    const set = (status: string, more: FeedRecord = {}): void =>
      at(minute, (when) => {
        listing.changedOn = today;
        listing.dueOn = today + random.int(6, status === 'Pending' ? 38 : 20);
        this.change(listing, { StandardStatus: status, StatusChangeTimestamp: iso(when), ...more }, when);
      });
    switch (record['StandardStatus']) {
      case 'Coming Soon':
        if (today >= listing.dueOn) set('Active', { OnMarketDate: date });
        return;
      case 'Active': {
        const over = (record['ListPrice'] as number) / this.worth(listing, today) - 1;
        if (today - listing.openedOn >= TERM_DAYS) set('Expired', { ExpirationDate: date });
        else if (random.chance(Math.min(0.16, 0.019 * spring * Math.exp(-9 * over))))
          set('Active Under Contract', { PurchaseContractDate: date });
        else if (random.chance(0.0018)) set('Withdrawn', { WithdrawnDate: date });
        else if (random.chance(0.0012)) set('Canceled', { CancellationDate: date });
        else if (random.chance(0.0008)) set('Hold');
        else if (today - listing.changedOn > 14 && random.chance(0.05 + Math.max(0, over) * 0.3))
          at(minute, (when) => this.reprice(listing, today, random, when));
        return;
      }
      case 'Active Under Contract':
        if (today < listing.dueOn) return;
        if (random.chance(0.13)) set('Active', { PurchaseContractDate: null });
        else set('Pending');
        return;
      case 'Pending':
        if (today < listing.dueOn) return;
        if (random.chance(0.04)) set('Active', { PurchaseContractDate: null });
        else
          set('Closed', {
            CloseDate: date,
            ClosePrice: Math.round(((record['ListPrice'] as number) * (0.975 + random.normal() * 0.017)) / 500) * 500,
          });
        return;
      case 'Hold':
        if (today >= listing.dueOn) set('Active');
        return;
      default:
        this.open.delete(listing);
    }
  }

  private list(parcelIndex: number, today: number, when: number): void {
    const number = this.listings.length + 1;
    const random = randomOf(this.county.seed, 37, number);
    const parcel = this.county.parcels[parcelIndex] as County['parcels'][number];
    const type = propertyTypeOf(parcel, random);
    const worth = valueOf(parcel, today) * (type === 'Residential Lease' ? 0.0056 : 1);
    const record = newRecord(this.county, parcel, number, type, asking(worth * (1.02 + random.normal() * 0.045), random), random);
    const soon = random.chance(0.14);
    const listing: Listing = {
      number,
      record,
      parcel: parcelIndex,
      openedOn: today,
      changedOn: today,
      dueOn: today + random.int(4, 9),
    };
    Object.assign(record, {
      StandardStatus: soon ? 'Coming Soon' : 'Active',
      ListingContractDate: this.day.toISODate(),
      OnMarketDate: soon ? null : this.day.toISODate(),
      ActivationDate: soon ? DateTime.fromMillis(listing.dueOn * 86_400_000, { zone: 'utc' }).toISODate() : null,
      OriginalEntryTimestamp: iso(when),
      StatusChangeTimestamp: iso(when),
      ModificationTimestamp: iso(when),
    });
    this.listings.push(record);
    this.open.add(listing);
  }

  private reprice(listing: Listing, today: number, random: Random, when: number): void {
    const before = listing.record['ListPrice'] as number;
    const up = random.chance(0.06);
    const share = random.chance(0.14) ? 0.05 + random.unit() * 0.04 : 0.01 + random.unit() * 0.035;
    const after = asking(before * (up ? 1 + share / 2 : 1 - share), random);
    if (after === before) return;
    listing.changedOn = today;
    this.change(listing, { ListPrice: after, PreviousListPrice: before, PriceChangeTimestamp: iso(when) }, when);
  }

  private worth(listing: Listing, today: number): number {
    const rent = listing.record['PropertyType'] === 'Residential Lease' ? 0.0056 : 1;
    return valueOf(this.county.parcels[listing.parcel] as County['parcels'][number], today) * rent;
  }

  private change({ record }: Listing, changes: FeedRecord, when: number): void {
    for (const field of TRACKED) {
      if (changes[field] === undefined || changes[field] === record[field]) continue;
      this.history.push({
        HistoryTransactionalKey: `H${String(this.history.length + 1).padStart(8, '0')}`,
        ResourceName: 'Property',
        ResourceRecordKey: record['ListingKey'] as string,
        FieldName: field,
        PreviousValue: record[field] == null ? null : String(record[field]),
        NewValue: String(changes[field]),
        ModificationTimestamp: iso(when),
      });
    }
    Object.assign(record, changes, { ModificationTimestamp: iso(when) });
  }
}

function iso(ms: number): string {
  return new Date(ms).toISOString();
}
