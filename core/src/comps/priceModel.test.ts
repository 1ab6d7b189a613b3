import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import { adjustSale, priceModel, priceRange } from './priceModel.js';

const TODAY = '2026-04-14';
const DAY_MS = 86_400_000;

/** Numbers from 0 to 1 that are the same in each run (Park & Miller 1988). */
function* randoms(seed: number): Generator<number> {
  for (let state = seed; ;) {
    state = (state * 48_271) % 2_147_483_647;
    yield state / 2_147_483_647;
  }
}

/** Sales of a market whose prices are known to the last factor, but for an error of some share. */
function market(many: number, share: number, seed = 7): ListingRecord[] {
  const numbers = randoms(seed);
  const next = (): number => numbers.next().value as number;
  return Array.from({ length: many }, (_, i) => {
    const [size, beds, baths, year] = [
      900 + 2000 * next(),
      1 + Math.floor(5 * next()),
      1 + Math.floor(3 * next()),
      1940 + Math.floor(80 * next()),
    ];
    const town = next() < 0.6 ? 'Near' : 'Far';
    const days = Math.floor(700 * next());
    // the sum of twelve is nearly normal, with a deviation of one
    const error = share * (Array.from({ length: 12 }, next).reduce((sum, each) => sum + each, 0) - 6);
    const price = 100 * size ** 0.9 * 1.02 ** beds * 1.04 ** baths * 1.03 ** ((year - 1940) / 10) * (town === 'Far' ? 0.8 : 1);
    return {
      ListingKey: `K${i}`,
      StandardStatus: 'Closed',
      PropertyType: 'Residential',
      PropertySubType: 'Single Family Residence',
      City: town,
      LivingArea: Math.round(size),
      BedroomsTotal: beds,
      BathroomsFull: baths,
      YearBuilt: year,
      ClosePrice: Math.round(price * 1.004 ** (-days / (365.25 / 12)) * Math.exp(error)),
      CloseDate: new Date(Date.parse(TODAY) - days * DAY_MS).toISOString().slice(0, 10),
    };
  });
}

describe('priceModel', () => {
  it('finds what a market’s prices were made of, within its own errors', () => {
    const model = priceModel(market(800, 0.08), TODAY);
    const made = {
      size: 0.9 * Math.log(1.1),
      beds: Math.log(1.02),
      baths: Math.log(1.04),
      year: Math.log(1.03),
      date: Math.log(1.004),
    };
    for (const [part, each] of Object.entries(made)) {
      const effect = model?.parts[part as keyof typeof made];
      expect(Math.abs((effect?.each ?? NaN) - each)).toBeLessThan(3 * (effect?.error ?? 0));
    }
    expect(model?.towns['Far']).toBeCloseTo(Math.log(0.8), 1);
    // what none of them tells has no effect
    expect(Object.keys(model?.parts ?? {})).not.toContain('garage');
  });

  it('is hardly moved by sales that are far off', () => {
    const sales = market(400, 0.05);
    const odd = sales.map((sale, i) => (i % 20 === 0 ? { ...sale, ClosePrice: 10 } : sale));
    const [before, after] = [priceModel(sales, TODAY), priceModel(odd, TODAY)];
    expect(after?.parts.size?.each).toBeCloseTo(before?.parts.size?.each ?? NaN, 2);
  });

  it('tells nothing from few sales, from such as lack a price or a size, and of towns with few of them', () => {
    expect(priceModel(market(59, 0.05), TODAY)).toBeNull();
    expect(
      priceModel(
        market(100, 0.05).map((sale) => ({ ...sale, LivingArea: null })),
        TODAY,
      ),
    ).toBeNull();
    expect(
      priceModel(
        market(100, 0.05).map((sale) => ({ ...sale, ClosePrice: null })),
        TODAY,
      ),
    ).toBeNull();
    const one = { ...(market(1, 0.05, 3)[0] as ListingRecord), ListingKey: 'X', City: 'Elsewhere' };
    expect(Object.keys(priceModel([...market(100, 0.05), one], TODAY)?.towns ?? {}).sort()).toEqual(['Far', 'Near']);
  });
});

describe('priceRange', () => {
  const sales = market(700, 0.08);
  const model = priceModel(sales.slice(0, 400), TODAY);
  if (!model) throw new Error('There is no model.');

  it('holds eight in ten of the sales that it has not seen: 76 to 84 of a hundred', () => {
    const unseen = sales.slice(400);
    let held = 0;
    for (const sale of unseen) {
      const range = priceRange(
        { ...sale, StandardStatus: 'Active' },
        sales
          .slice(0, 400)
          .filter(({ City }) => City === sale['City'])
          .slice(0, 8),
        model,
        String(sale['CloseDate']),
      );
      const paid = Number(sale['ClosePrice']);
      if (range && range.low <= paid && paid <= range.high) held++;
    }
    expect(held / unseen.length).toBeGreaterThan(0.76);
    expect(held / unseen.length).toBeLessThan(0.84);
  });

  it('brings each sale to what the subject has', () => {
    const [subject, bigger] = [
      { ListingKey: 'S', City: 'Near', PropertySubType: 'Single Family Residence', LivingArea: 2000, BedroomsTotal: 3 },
      {
        ListingKey: 'B',
        StandardStatus: 'Closed',
        City: 'Far',
        LivingArea: 2200,
        BedroomsTotal: 3,
        ClosePrice: 400_000,
        CloseDate: TODAY,
      },
    ];
    const { adjustments, adjusted } = adjustSale(subject, bigger, model, TODAY) ?? {};
    // smaller by a tenth, and in the dearer town; what either leaves blank is not adjusted for
    expect(Object.keys(adjustments ?? {})).toEqual(['size', 'town']);
    expect(adjustments?.size).toBeLessThan(0);
    expect(adjustments?.town).toBeGreaterThan(0);
    expect((adjustments?.size ?? 0) + (adjustments?.town ?? 0)).toBeCloseTo((adjusted ?? 0) - 400_000, 6);
  });

  it('is never narrower than the half of its sales, takes three at least, and only such as closed', () => {
    const subject = { ...(sales[0] as ListingRecord), StandardStatus: 'Active' };
    const apart = [200_000, 400_000, 800_000].map((ClosePrice, i) => ({
      ...subject,
      ListingKey: `A${i}`,
      StandardStatus: 'Closed',
      ClosePrice,
      CloseDate: TODAY,
    }));
    const range = priceRange(subject, apart, model, TODAY);
    expect(range?.low).toBeLessThanOrEqual(283_000);
    expect(range?.high).toBeGreaterThanOrEqual(565_000);
    expect(priceRange(subject, apart.slice(1), model, TODAY)).toBeNull();
    expect(priceRange(subject, [...apart.slice(1), { ...subject, ListPrice: 1 }], model, TODAY)).toBeNull();
    expect(priceRange({ ...subject, LivingArea: null }, apart, model, TODAY)).toBeNull();
  });
});
