import { describe, expect, it } from 'vitest';
import type { Is, Search } from '../search/document.js';
import { homesTable } from './homesTable.js';
import { isBarred, lastLook } from './lastLook.js';
import type { HomeToSend } from './lastLook.js';

const house = (more: Readonly<Record<string, string | number | boolean | null>> = {}): HomeToSend['record'] => ({
  ListingKey: 'A',
  PropertyType: 'Residential',
  StandardStatus: 'Active',
  ListPrice: 400_000,
  ListOfficeName: 'Marl & Mason',
  ...more,
});
const toSend = (more: Parameters<typeof house>[0] = {}, known: Partial<HomeToSend> = {}): HomeToSend => ({
  record: house(more),
  refusedBy: [],
  told: null,
  ...known,
});
const search = (price: Is | null, more: Partial<Search> = {}): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines: price ? [{ id: 'p', field: 'ListPrice', is: price }] : [],
  bounds: [],
  order: [],
  ...more,
});
const saidOf = (home: HomeToSend, ...searches: Search[]): string[] =>
  (lastLook([home], searches)[0] ?? []).map(({ said }) => said);
const kindsOf = (home: HomeToSend, ...searches: Search[]): string[] =>
  (lastLook([home], searches)[0] ?? []).map(({ kind }) => kind);

// what makes an agent look foolish, common practice
describe('the last look', () => {
  it('has nothing against a home that is for sale, within reach and new to the client', () =>
    expect(kindsOf(toSend(), search({ atMost: 400_000 }))).toEqual([]));

  it.each([
    ['Coming Soon', []],
    ['Active Under Contract', ['underContract']],
    ['Pending', ['underContract']],
    ['Hold', ['off']],
    ['Closed', ['off']],
    ['Withdrawn', ['off']],
    ['Expired', ['off']],
    ['Canceled', ['off']],
  ])('looks at the status: %s', (StandardStatus, kinds) => expect(kindsOf(toSend({ StandardStatus }))).toEqual(kinds));

  it('bars what may not be shown, and what the feed has no more', () => {
    for (const home of [
      toSend({ InternetEntireListingDisplayYN: false }),
      toSend({ ListOfficeName: ' ' }),
      { record: null, refusedBy: [], told: null },
    ])
      expect(isBarred(lastLook([home], [])[0] ?? [])).toBe(true);
    expect(isBarred(lastLook([toSend({ StandardStatus: 'Pending' })], [])[0] ?? [])).toBe(false);
  });

  it('finds the rental among homes for sale, and the home for sale among rentals', () => {
    const rental = { PropertyType: 'Residential Lease', ListPrice: 2_400 };
    expect(kindsOf(toSend(rental), search(null))).toEqual(['otherKind']);
    expect(kindsOf(toSend(rental), search(null, { kinds: ['Residential Lease'] }))).toEqual([]);
    expect(kindsOf(toSend(), search(null, { kinds: ['Residential Lease'] }))).toEqual(['otherKind']);
    // without a search, most of the homes tell
    expect(lastLook([toSend(), toSend(), toSend(rental)], []).map((doubts) => doubts.length)).toEqual([0, 0, 1]);
    // who does both is asked about neither's homes for sale
    expect(kindsOf(toSend(), search(null), search(null, { kinds: ['Residential Lease'] }))).toEqual([]);
  });

  it('compares the price with the highest that any search of its kind names', () => {
    const dear = toSend({ ListPrice: 431_000 });
    expect(saidOf(dear, search({ atMost: 400_000 }), search({ between: [300_000, 425_000] }))).toEqual([
      '$6,000 over their highest price, $425,000',
    ]);
    expect(kindsOf(dear, search(null), search({ atLeast: 100_000 }))).toEqual([]);
    expect(kindsOf(dear, search({ atMost: 2_500 }, { kinds: ['Residential Lease'] }), search(null))).toEqual([]);
    const nice = search(null, { lines: [{ id: 'p', field: 'ListPrice', is: { atMost: 400_000 }, weight: 'nice' }] });
    expect(kindsOf(dear, nice)).toEqual([]);
    expect(kindsOf(toSend({ ListPrice: null }), search({ atMost: 400_000 }))).toEqual([]);
  });

  it('tells who said no and why, and when it was sent before', () =>
    expect(saidOf(toSend({}, { refusedBy: [{ person: 'Teo', note: 'too dark' }], told: 'Apr 2' }))).toEqual([
      'Teo said no to it: “too dark”',
      'Sent before, Apr 2',
    ]));
});

describe('homes in a table', () => {
  const homes = [
    {
      ListingKey: 'A',
      ListPrice: 418_000,
      BedroomsTotal: 4,
      BathroomsFull: 2,
      BathroomsHalf: 1,
      LivingArea: 2140,
      YearBuilt: 1998,
    },
    {
      ListingKey: 'B',
      ListPrice: 399_500,
      BedroomsTotal: 3,
      LivingArea: 1600,
      AssociationFee: 300,
      AssociationFeeFrequency: 'Quarterly',
    },
  ];
  it('has a row for each and a column for what any of them tells', () =>
    expect(homesTable(homes, false)).toEqual({
      heads: ['Price', 'Beds', 'Baths', 'Sq ft', '$/sq ft', 'Built', 'HOA/mo'],
      rows: [
        ['$418,000', '4', '2½', '2,140', '$195', '1998', '–'],
        ['$399,500', '3', '–', '1,600', '$250', '–', '$100'],
      ],
    }));
  it('keeps to the main facts where there is little room', () =>
    expect(homesTable(homes, true).heads).toEqual(['Price', 'Beds', 'Baths', 'Sq ft', 'Built']));
});
