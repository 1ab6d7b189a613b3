import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { buildCounty } from './county.js';
import { addressOf, parcelNumberOf, statusAt } from './listingRecord.js';
import { DAY, lifeOf, MAY_FOLLOW } from './lives.js';
import type { Listing, Status } from './lives.js';
import { Market } from './market.js';
import { levelOn, PRICE_OF, valueOf } from './prices.js';
import { PublicRecords } from './publicRecord.js';
import { streamListings } from './stream.js';
import { digest, livesIn, median, NOW } from './testing/figures.js';

const county = buildCounty();
const market = new Market(county);
market.advanceTo(NOW);
const lives = livesIn(county);
const ON_MARKET = ['Coming Soon', 'Active', 'Active Under Contract', 'Pending', 'Hold'];
const FIRST = Math.floor(Date.parse('2001-04-02T00:00:00Z') / DAY);

function last(listing: Listing, field: string): string | number | null | undefined {
  return listing.events.findLast(({ changes }) => changes[field] !== undefined)?.changes[field];
}

function daysListed({ events }: Listing): number {
  return ((events.at(-1)?.at ?? 0) - (events[0]?.at ?? 0)) / DAY;
}

describe('lifeOf', () => {
  it('leads every listing through a legal sequence of statuses, rising in time, whatever the seed', () => {
    const parcel = fc.integer({ min: 0, max: county.parcels.length - 1 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), parcel, (seed, i) => {
        for (const { events } of lifeOf(county.parcels[i] as (typeof county.parcels)[number], seed, FIRST, 20_557)) {
          const statuses = events.flatMap(({ changes }) =>
            changes['StandardStatus'] ? [changes['StandardStatus'] as Status] : [],
          );
          expect(['Coming Soon', 'Active']).toContain(statuses[0]);
          statuses.slice(1).forEach((status, k) => expect(MAY_FOLLOW[statuses[k] as Status]).toContain(status));
          events.slice(1).forEach(({ at }, k) => expect(at).toBeGreaterThan(events[k]?.at as number));
          expect(statuses.includes('Closed')).toBe(events.some(({ changes }) => changes['ClosePrice'] !== undefined));
        }
      }),
      { numRuns: 3000 },
    );
  });
  it('offers no home twice at once', () => {
    // a parcel's listings follow one another
    lives.slice(1).forEach((listing, i) => {
      const before = lives[i] as Listing;
      if (before.parcel === listing.parcel) expect(listing.events[0]?.at).toBeGreaterThan(before.events.at(-1)?.at as number);
    });
  });
  it('adds to a life only what comes after, when it is followed further', () => {
    for (const parcel of county.parcels.slice(0, 200)) {
      const short = lifeOf(parcel, 7, FIRST, 19_000);
      expect(digest(lifeOf(parcel, 7, FIRST, 20_500).slice(0, short.length))).toBe(digest(short));
    }
  });
});

describe('the figures of the market (common practice, no source)', () => {
  const sold = lives.filter(({ type, events }) => type === 'Residential' && events.at(-1)?.changes['ClosePrice'] !== undefined);
  it('cuts most prices by less than five per cent, and cheap homes by larger shares', () => {
    const cuts = lives.flatMap(({ type, events }) =>
      type !== 'Residential'
        ? []
        : events.flatMap(({ changes: { PreviousListPrice: before, ListPrice: after } }) =>
            typeof before === 'number' && typeof after === 'number' && after < before
              ? [{ before, share: 1 - after / before }]
              : [],
          ),
    );
    expect(cuts.filter(({ share }) => share < 0.05).length / cuts.length).toBeGreaterThan(0.75);
    const of = (low: number, high: number): number =>
      median(cuts.filter(({ before }) => before >= low && before < high).map(({ share }) => share));
    expect(of(0, 150_000)).toBeGreaterThan(of(350_000, 2e6));
  });
  it('sells a home within some weeks, a little under its price', () => {
    const days = median(sold.map(daysListed));
    expect(days).toBeGreaterThan(25);
    expect(days).toBeLessThan(120);
    const ratios = sold.map((listing) => Number(last(listing, 'ClosePrice')) / Number(last(listing, 'ListPrice')));
    expect(median(ratios)).toBeGreaterThan(0.96);
    expect(median(ratios)).toBeLessThan(1.005);
    // the longer it stood, the less of its first price it brought
    const share = (listings: readonly Listing[]): number =>
      median(
        listings.map((listing) => Number(last(listing, 'ClosePrice')) / Number(listing.events[0]?.changes['OriginalListPrice'])),
      );
    expect(share(sold.filter((listing) => daysListed(listing) < 45))).toBeGreaterThan(
      share(sold.filter((listing) => daysListed(listing) > 120)) + 0.02,
    );
  });
  it('lists more homes in May than in December, and fewest on Sundays', () => {
    const entered = lives.map(({ events }) => new Date((events[0]?.at ?? 0) - 4 * 3_600_000));
    const count = (test: (date: Date) => boolean): number => entered.filter(test).length;
    expect(count((date) => date.getUTCMonth() === 4)).toBeGreaterThan(1.4 * count((date) => date.getUTCMonth() === 11));
    expect(count((date) => date.getUTCDay() === 0)).toBeLessThan(0.5 * count((date) => date.getUTCDay() === 4));
  });
});

describe('the price model', () => {
  it('is what a regression over sold houses finds again: size, age, condition, shore and years', () => {
    const sales = lives.flatMap((listing) => {
      const [price, date] = [last(listing, 'ClosePrice'), last(listing, 'CloseDate')];
      const { home } = listing.parcel;
      if (listing.type !== 'Residential' || home.subType !== 'Single Family Residence' || typeof price !== 'number') return [];
      return [{ ...listing.parcel, price, day: Date.parse(String(date)) / DAY }];
    });
    expect(sales.length).toBeGreaterThan(8000);
    const rows = sales.map(({ home, town, shoreMetres, acres, height }) => [
      1,
      Math.log(home.livingArea),
      Math.min(112, Math.max(0, 2026 - home.yearBuilt)),
      home.condition,
      Math.exp(-shoreMetres / PRICE_OF.shoreMetres),
      Math.log(town.perSquareFoot),
      home.garage,
      acres,
      height > 95 ? 1 : 0,
    ]);
    const fitted = leastSquares(
      rows,
      sales.map(({ price, day }) => Math.log(price / levelOn(day))),
    );
    const [, size, age, condition, shore, place, garage] = fitted as [number, number, number, number, number, number, number];
    // the land's share of the price weakens each of them a little against the house alone
    expect(size).toBeGreaterThan((1 + PRICE_OF.size) * 0.8);
    expect(size).toBeLessThan((1 + PRICE_OF.size) * 1.1);
    expect(age / PRICE_OF.yearOfAge).toBeGreaterThan(0.65);
    expect(age / PRICE_OF.yearOfAge).toBeLessThan(1.3);
    expect(condition / PRICE_OF.condition).toBeGreaterThan(0.75);
    expect(condition / PRICE_OF.condition).toBeLessThan(1.25);
    expect(shore / PRICE_OF.shore).toBeGreaterThan(0.7);
    expect(shore / PRICE_OF.shore).toBeLessThan(1.25);
    expect(place).toBeGreaterThan(0.75);
    expect(place).toBeLessThan(1.15);
    expect(garage).toBeGreaterThan(0);
  });
  it('is what homes sell for, in every year', () => {
    const pairs = lives.flatMap((listing): [number, number][] => {
      const price = last(listing, 'ClosePrice');
      if (listing.type !== 'Residential' || typeof price !== 'number') return [];
      return [[Math.log(valueOf(listing.parcel, Date.parse(String(last(listing, 'CloseDate'))) / DAY)), Math.log(price)]];
    });
    const { m } = linearRegression(pairs);
    expect(m).toBeGreaterThan(0.97);
    expect(m).toBeLessThan(1.03);
    expect(median(pairs.map(([value, price]) => Math.abs(price - value)))).toBeLessThan(0.06);
  });
});

describe('Market', () => {
  const small = buildCounty({ parcels: 1500, since: '2022-01-01' });
  it('lives the same life in one step as in many', () => {
    const [once, steps] = [new Market(small), new Market(small)];
    once.advanceTo(NOW);
    for (let now = Date.parse('2024-01-01T00:00:00Z'); now < NOW; now += 37 * 3_600_000) steps.advanceTo(now);
    steps.advanceTo(NOW);
    const whole = (of: Market): string => digest([of.entries().map((entry) => of.record(entry)), of.history(), of.openHouses()]);
    expect(whole(steps)).toBe(whole(once));
  });
  it('has some 700 listings on the market, some 500 of them homes for sale, and 25 years of sales', () => {
    const records = market.entries().map((entry) => market.record(entry));
    const on = records.filter(({ StandardStatus }) => ON_MARKET.includes(String(StandardStatus)));
    expect(on.length).toBeGreaterThan(600);
    expect(on.length).toBeLessThan(850);
    const homes = on.filter(({ PropertyType }) => PropertyType === 'Residential');
    expect(homes.length).toBeGreaterThan(430);
    expect(homes.length).toBeLessThan(620);
    const closings = records.flatMap(({ CloseDate }) => (typeof CloseDate === 'string' ? [CloseDate] : [])).sort();
    expect((closings[0] as string) < '2002').toBe(true);
    // fields are left blank at rates that differ
    const blank = (field: string): number => homes.filter((record) => record[field] === null).length / homes.length;
    expect(blank('BathroomsFull')).toBeLessThan(0.04);
    expect(blank('GarageYN')).toBeGreaterThan(0.06);
    expect(blank('MainLevelBedrooms')).toBeGreaterThan(blank('GarageYN'));
  });
  it('knows how a listing stands without the rest of its record', () => {
    for (const entry of market.entries().filter((_, i) => i % 100 === 0))
      expect(statusAt(entry.listing, NOW)).toBe(market.record(entry)['StandardStatus']);
  });

  it('tells nothing of the future, and its history ends where its listings stand', () => {
    expect(market.entries().every(({ modified }) => modified <= NOW)).toBe(true);
    const stands = new Map(market.history().map((row) => [`${row.ResourceRecordKey} ${row.FieldName}`, row.NewValue]));
    for (const entry of market.entries().filter((_, i) => i % 50 === 0)) {
      const record = market.record(entry);
      for (const field of ['StandardStatus', 'ListPrice'])
        expect(stands.get(`${entry.key} ${field}`) ?? String(record[field])).toBe(String(record[field]));
    }
    for (const row of market.openHouses()) expect(Date.parse(row.ModificationTimestamp)).toBeLessThanOrEqual(NOW);
  });
  it('keeps its listings but for a few that are taken out again', () => {
    const earlier = new Market(county);
    earlier.advanceTo(Date.parse('2016-01-01T00:00:00Z'));
    const gone = earlier.entries().filter(({ key }) => market.find(key) === undefined);
    expect(gone.length).toBeGreaterThan(0);
    expect(gone.length).toBeLessThan(earlier.entries().length / 100);
    const still = earlier.entries().filter(({ key }) => market.find(key) !== undefined);
    for (const { key, listing } of still.slice(0, 500)) expect(market.find(key)?.listing.parcel.id).toBe(listing.parcel.id);
  });
  it('streams listings one by one, each with a key of its own, round after round', () => {
    const keys = new Set<unknown>();
    for (const record of streamListings(small, 12_000, NOW)) keys.add(record['ListingKey']);
    expect(keys.size).toBe(12_000);
  });
});

describe('PublicRecords', () => {
  const records = new PublicRecords(county, market);
  const listed = market
    .entries()
    .filter((_, i) => i % 20 === 0)
    .map((entry) => market.record(entry))
    .filter((record) => typeof record['LivingArea'] === 'number' && record['PropertyType'] !== 'Commercial Sale')
    .map((record) => ({ record, found: records.find(String(record['ParcelNumber'])) }));
  it('knows every parcel, listed or not, and no other', () => {
    const listedNumbers = new Set(market.entries().map((entry) => parcelNumberOf(entry.listing.parcel)));
    const never = county.parcels.filter((parcel) => !listedNumbers.has(parcelNumberOf(parcel)));
    expect(never.length).toBeGreaterThan(0);
    for (const parcel of never) expect(records.find(parcelNumberOf(parcel))?.UnparsedAddress).toBe(addressOf(parcel));
    for (const { record, found } of listed) expect(found?.UnparsedAddress).toBe(record['UnparsedAddress']);
    expect(records.find('no such parcel')).toBeNull();
  });
  it('disagrees with a share of the listings, on floor area above all', () => {
    const share = (field: 'LivingArea' | 'YearBuilt'): number => {
      const told = listed.filter(({ record }) => typeof record[field] === 'number');
      return told.filter(({ record, found }) => found?.[field] !== record[field]).length / told.length;
    };
    expect(share('LivingArea')).toBeGreaterThan(0.1);
    expect(share('LivingArea')).toBeLessThan(0.3);
    expect(share('YearBuilt')).toBeLessThan(share('LivingArea'));
  });
  it('taxes a parcel as its listings say unless it was lowered since, and lets no listing’s owner be at home who lives elsewhere', () => {
    let [compared, lowered] = [0, 0];
    for (const { record, found } of listed) {
      const taxed = found?.taxes.find(({ year }) => year === record['TaxYear']);
      if (taxed && record['TaxAnnualAmount'] !== null) {
        expect(record['TaxAnnualAmount']).toBeGreaterThanOrEqual(taxed.tax);
        if (record['TaxAnnualAmount'] !== taxed.tax) lowered++;
        compared++;
      }
      if (found?.OwnerAway) expect(record['OccupantType']).not.toBe('Owner');
    }
    expect(compared).toBeGreaterThan(100);
    expect(lowered / compared).toBeGreaterThan(0);
    expect(lowered / compared).toBeLessThan(0.1);
    const away = listed.filter(({ found }) => found?.OwnerAway).length / listed.length;
    expect(away).toBeGreaterThan(0.15);
    expect(away).toBeLessThan(0.3);
  });
  it('has the sales that the listings led to, and gives the same record each time', () => {
    for (const { record, found } of listed.filter(({ record }) => record['StandardStatus'] === 'Closed').slice(0, 300)) {
      if (record['PropertyType'] === 'Residential Lease') continue;
      expect(found?.sales.map(({ date, price }) => [date, price])).toContainEqual([record['CloseDate'], record['ClosePrice']]);
    }
    const one = String(listed[0]?.record['ParcelNumber']);
    expect(records.find(one)).toEqual(new PublicRecords(county, market).find(one));
  });
});

/** Ordinary least squares by the normal equations, solved by Gauss and Jordan. */
function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): number[] {
  const n = rows[0]?.length ?? 0;
  const at = (row: readonly number[] | undefined, i: number): number => row?.[i] ?? NaN;
  const sum = (of: (row: readonly number[], r: number) => number): number =>
    rows.reduce((total, row, r) => total + of(row, r), 0);
  let system = Array.from({ length: n }, (_, i) => [
    ...Array.from({ length: n }, (_unused, j) => sum((row) => at(row, i) * at(row, j))),
    sum((row, r) => at(row, i) * at(values, r)),
  ]);
  for (let i = 0; i < n; i++) {
    const pivot = system.slice(i).reduce((best, row) => (Math.abs(at(row, i)) > Math.abs(at(best, i)) ? row : best));
    const rest = system.filter((row) => row !== pivot);
    const cleared = (row: readonly number[]): number[] =>
      row.map((value, j) => value - (at(row, i) / at(pivot, i)) * at(pivot, j));
    system = [...rest.slice(0, i).map(cleared), pivot, ...rest.slice(i).map(cleared)];
  }
  return system.map((row, i) => at(row, n) / at(row, i));
}
