import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chanceBy, chanceOf, kaplanMeier, shareLasting } from '../figures/survival.js';
import type { ListingRecord } from '../listing/record.js';
import { fallsOf } from './falls.js';
import { CUT } from './outlook.js';
import type { PriceSpell } from './outlook.js';
import { fallsAlike, withinReach } from './withinReach.js';
import type { Stood } from './withinReach.js';

const NOW = Date.parse('2026-04-14T12:00:00Z');
const DAY = 86_400_000;

const home = (more: Partial<ListingRecord> = {}): ListingRecord => ({
  ListingKey: 'H',
  PropertyType: 'Residential',
  PropertySubType: 'Townhouse',
  City: 'Port Ostrey',
  StandardStatus: 'Active',
  ListPrice: 410_000,
  OnMarketDate: new Date(NOW - 20 * DAY).toISOString(),
  ...more,
});
/** Homes that stood for so many days, of which a share cut by five per cent on the day named. */
const alike = (many: number, cuts: number, more: Partial<ListingRecord> = {}): Stood[] =>
  Array.from({ length: many }, (_, i) => ({
    record: home({ ListingKey: `S${i}`, ...more }),
    spells: [i < cuts ? { time: 30, end: CUT, share: 0.05 } : { time: 60, end: 2, share: null }],
  }));

describe('withinReach', () => {
  it('is the share of homes alike that cut so far within 30 days, of those that stood as long', () => {
    expect(withinReach([home()], 400_000, fallsAlike(alike(50, 10)), NOW)).toEqual([{ listingKey: 'H', chance: 0.2 }]);
    // five per cent of 430,000 are not enough
    expect(withinReach([home({ ListPrice: 430_000 })], 400_000, fallsAlike(alike(50, 10)), NOW)).toEqual([
      { listingKey: 'H', chance: 0 },
    ]);
  });

  it('goes by the nearest forty: of its town, kind and price, or else as much of that as they share', () => {
    const [here, elsewhere] = [alike(50, 25), alike(60, 0, { City: 'Sedge Ferry' })];
    expect(withinReach([home()], 400_000, fallsAlike([...here, ...elsewhere]), NOW)[0]?.chance).toBeCloseTo(0.5, 12);
    expect(withinReach([home()], 400_000, fallsAlike([...here.slice(0, 30), ...elsewhere]), NOW)[0]?.chance).toBeCloseTo(
      25 / 90,
      12,
    );
    const condos = alike(50, 50, { PropertySubType: 'Condominium' });
    expect(withinReach([home()], 400_000, fallsAlike([...here.slice(25, 50), ...condos]), NOW)[0]?.chance).toBeCloseTo(
      50 / 75,
      12,
    );
  });

  it('leaves out homes that are under contract, cheap enough, without a price or a beginning, or of which nothing is known', () => {
    for (const out of [
      { StandardStatus: 'Pending' },
      { StandardStatus: 'Coming Soon' },
      { ListPrice: 400_000 },
      { ListPrice: null },
      { OnMarketDate: null },
      { PropertyType: 'Land' },
      { OnMarketDate: new Date(NOW - 100 * DAY).toISOString() },
    ])
      expect(withinReach([home(out)], 400_000, fallsAlike(alike(50, 10)), NOW)).toEqual([]);
    // a price that changed lately has not stood for long
    const lately = {
      OnMarketDate: new Date(NOW - 100 * DAY).toISOString(),
      PriceChangeTimestamp: new Date(NOW - 2 * DAY).toISOString(),
    };
    expect(withinReach([home(lately)], 400_000, fallsAlike(alike(50, 10)), NOW)).toHaveLength(1);
  });

  it('puts the likeliest first', () => {
    const stood = [...alike(50, 10), ...alike(50, 40, { City: 'Sedge Ferry' })];
    const homes = [home(), home({ ListingKey: 'F', City: 'Sedge Ferry' })];
    expect(withinReach(homes, 400_000, fallsAlike(stood), NOW).map(({ listingKey }) => listingKey)).toEqual(['F', 'H']);
  });
});

/** As it is said, and nothing made ready: of the cuts that come in time, those that are large enough. */
function plainChance(spells: readonly PriceSpell[], stoodFor: number, needed: number, within: number): number | null {
  if (!spells.some(({ time }) => time >= stoodFor)) return null;
  const cuts = spells.flatMap(({ share }) => share ?? []);
  const lasting = shareLasting(kaplanMeier(spells), stoodFor);
  if (cuts.length === 0 || lasting === 0) return 0;
  const chances = chanceOf(spells, CUT);
  const cut = (chanceBy(chances, stoodFor + within) - chanceBy(chances, stoodFor)) / lasting;
  return Math.min(1, (cut * cuts.filter((share) => share >= needed).length) / cuts.length);
}

describe('fallsOf', () => {
  it('says the same as a plain computation, whatever was seen', () => {
    const spell = fc.record({
      time: fc.nat(90),
      end: fc.constantFrom(0, CUT, 2),
      share: fc.double({ min: 0.005, max: 0.3, noNaN: true }),
    });
    const spells = fc.array(
      spell.map((each): PriceSpell => ({ ...each, share: each.end === CUT ? each.share : null })),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(
        spells,
        fc.nat(100),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        fc.nat(60),
        (seen, stoodFor, needed, within) => {
          expect(fallsOf(seen).chance(stoodFor, needed, within)).toEqual(plainChance(seen, stoodFor, needed, within));
        },
      ),
    );
  });
});
