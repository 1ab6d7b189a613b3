import { groupsOf, USUAL_WEIGHTS } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { compsOf, sayBeside, sayLikeness, tickedAtFirst } from './comps.rules.js';

const TODAY = '2026-04-14';
const home = (key: string, more: Partial<ListingRecord> = {}): ListingRecord => ({
  ListingKey: key,
  PropertyType: 'Residential',
  PropertySubType: 'Townhouse',
  StandardStatus: 'Closed',
  ListPrice: 400_000,
  ClosePrice: 390_000,
  LivingArea: 2000,
  CloseDate: '2026-04-01',
  Longitude: -66,
  Latitude: 40.6,
  ...more,
});
const subject = home('s', { StandardStatus: 'Active' });
const homes = [
  ...[0, 1, 2, 3, 4, 5, 6, 7].map((n) => home(`c${n}`, { LivingArea: 2000 + 60 * n, ClosePrice: 400_000 - 10_000 * n })),
  home('off', { StandardStatus: 'Withdrawn' }),
  home('asked', { StandardStatus: 'Active' }),
];

describe('comps round a subject', () => {
  const comps = compsOf(homes, subject, USUAL_WEIGHTS, TODAY);
  const ticked = tickedAtFirst(comps);

  it('stand by their likeness, and of each group the likest are ticked; what did not sell is not', () => {
    expect(comps.map(({ likeness }) => likeness)).toEqual(
      comps.map(({ likeness }) => likeness).toSorted((a, b) => Number(b) - Number(a)),
    );
    expect([...ticked].sort()).toEqual(['asked', 'c0', 'c1', 'c2', 'c3', 'c4', 'c5']);
  });
  it('are averaged over those ticked only, and anew at each tick', () => {
    const closed = (of: ReadonlySet<string>) => groupsOf(comps, of).find(({ group }) => group === 'closed');
    expect(closed(ticked)?.averages.price).toMatchObject({ count: 6, median: 375_000, lowest: 350_000, highest: 400_000 });
    expect(closed(new Set(['c7']))?.averages.price).toMatchObject({ count: 1, mean: 330_000 });
    expect(groupsOf(comps, ticked).map(({ group }) => group)).toEqual(['asked', 'closed', 'off']);
  });
});

describe('comps that were chosen', () => {
  it('are all ticked, and have no likeness to anything', () => {
    const comps = compsOf(homes, null, USUAL_WEIGHTS, TODAY);
    expect(tickedAtFirst(comps).size).toBe(homes.length);
    expect(comps.every(({ likeness, parts }) => likeness === null && parts === null)).toBe(true);
  });
});

describe('sayBeside', () => {
  it.each([
    [12, 61, 61, 1, '12 of 61 homes counted, within 1 mile; sold within 12 months'],
    [12, 199, 412, 5, '12 of 199 homes counted, the newest of 412, within 5 miles; sold within 12 months'],
    [1, 1, 1, null, '1 of 1 home counted'],
  ] as const)('%#', (ticked, given, total, miles, said) => expect(sayBeside(ticked, given, total, miles)).toBe(said));
});

describe('likeness in words', () => {
  it('says part by part why a home is like the subject', () => {
    const [likest] = compsOf([home('c', { YearBuilt: null, LivingArea: 2400 })], subject, USUAL_WEIGHTS, TODAY);
    expect(likest?.parts && sayLikeness(likest.parts)).toBe(
      'Distance 100%, Kind 100%, Size 50%, Age not known, Beds not known, Baths not known, Lot not known, How recent 96%',
    );
  });
});
