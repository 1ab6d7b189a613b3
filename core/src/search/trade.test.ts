import { describe, expect, it } from 'vitest';
import { Engine } from '../engine/engine.js';
import type { FieldValue, ListingRecord } from '../listing/record.js';
import { readSearch } from './read.js';
import { fits } from './evaluate.js';
import type { Search } from './document.js';
import { missOf, sayOpen } from './miss.js';

// Facts of the trade (common practice, no source), each shown by a handful of listings. Engine and row-by-row evaluator
// are both asked.

const TIME = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };

type Fields = Readonly<Record<string, FieldValue>>;

function home(ListingKey: string, fields: Fields = {}): ListingRecord {
  return {
    ListingKey,
    PropertyType: 'Residential',
    PropertySubType: 'Single Family Residence',
    StandardStatus: 'Active',
    Longitude: -66,
    Latitude: 40.6,
    ...fields,
  };
}

function searchOf(lines: readonly object[], more: object = {}): Search {
  return readSearch({
    version: 1,
    kinds: ['Residential'],
    lines: lines.map((line, i) => ({ id: `l${i}`, ...line })),
    bounds: [],
    order: [],
    ...more,
  });
}

/** The keys of what fits, as both say it. */
function fitting(records: readonly ListingRecord[], search: Search): string[] {
  const engine = new Engine();
  engine.put(records);
  const keys = engine.find(search, TIME, { set: 'fit' }).keys.map(({ key }) => key);
  const plain = records.filter((record) => fits(search, record, TIME)).map(({ ListingKey }) => ListingKey);
  expect([...keys].sort()).toEqual(plain.sort());
  expect(engine.count(search, TIME).fit).toBe(keys.length);
  return keys;
}

describe('baths', () => {
  const homes = [
    home('one', { BathroomsFull: 1 }),
    home('one and a half', { BathroomsFull: 1, BathroomsHalf: 1 }),
    home('one and three quarters', { BathroomsFull: 1, BathroomsThreeQuarter: 1 }),
    home('two halves', { BathroomsFull: 1, BathroomsHalf: 2 }),
    home('two', { BathroomsFull: 2 }),
    home('unsaid', { BathroomsFull: null, BathroomsHalf: 1 }),
  ];
  it('with halves counted keep the home with one and a half', () =>
    expect(fitting(homes, searchOf([{ field: 'Baths', is: { atLeast: 1.5 } }]))).toEqual([
      'one and a half',
      'one and three quarters',
      'two',
      'two halves',
    ]));
  it('as full baths lose it', () =>
    expect(fitting(homes, searchOf([{ field: 'BathroomsFull', is: { atLeast: 2 } }]))).toEqual(['two']));
  it('are unknown only where full baths are left blank', () => {
    const engine = new Engine();
    engine.put(homes);
    const { unknown, lines } = engine.count(searchOf([{ field: 'Baths', is: { atLeast: 1.5 } }]), TIME);
    expect([unknown, lines[0]?.blank, lines[0]?.holdsBack]).toEqual([1, 1, 1]);
  });
});

describe('numbers', () => {
  const homes = [3, 4, 5].map((beds) => home(`${beds}`, { BedroomsTotal: beds, ListPrice: beds * 100_000 }));
  it('in a range include both of its ends', () => {
    expect(fitting(homes, searchOf([{ field: 'BedroomsTotal', is: { between: [3, 4] } }]))).toEqual(['3', '4']);
    expect(fitting(homes, searchOf([{ field: 'ListPrice', is: { between: [300_000, 500_000] } }]))).toEqual(['3', '4', '5']);
  });
  it('that are exact mean that number only', () =>
    expect(fitting(homes, searchOf([{ field: 'BedroomsTotal', is: { equals: 4 } }]))).toEqual(['4']));
  it('with “not” mean every other number, and not the blank', () =>
    expect(fitting([...homes, home('blank')], searchOf([{ field: 'BedroomsTotal', is: { not: 4 } }]))).toEqual(['3', '5']));
  it('keep to their declared precision: 0.21 acres are at least 0.21', () =>
    expect(
      fitting(
        [home('a', { LotSizeAcres: 0.21 }), home('b', { LotSizeAcres: 0.2099 })],
        searchOf([{ field: 'LotSizeAcres', is: { atLeast: 0.21 } }]),
      ),
    ).toEqual(['a']));
});

describe('a field left blank', () => {
  const homes = [home('yes', { WaterfrontYN: true }), home('no', { WaterfrontYN: false }), home('blank', { WaterfrontYN: null })];
  const on = (more: object = {}): Search => searchOf([{ field: 'WaterfrontYN', is: { yes: true }, ...more }]);
  it('is neither yes nor no', () => {
    const engine = new Engine();
    engine.put(homes);
    expect(engine.count(on(), TIME)).toMatchObject({ fit: 1, unknown: 1, missByOne: 1 });
    expect(engine.find(on(), TIME, { set: 'unknown' }).keys.map(({ key }) => key)).toEqual(['blank']);
  });
  it('passes or fails where the line says so', () => {
    expect(fitting(homes, on({ blanks: 'pass' }))).toEqual(['blank', 'yes']);
    expect(fitting(homes, on({ blanks: 'fail' }))).toEqual(['yes']);
  });
  it('can be sought itself, and is then never unknown', () => {
    const engine = new Engine();
    engine.put(homes);
    const search = searchOf([{ field: 'WaterfrontYN', is: { blank: true } }]);
    expect(fitting(homes, search)).toEqual(['blank']);
    expect(engine.count(search, TIME).unknown).toBe(0);
  });
  it('is not the same as a field that the kind does not have', () => {
    const land = home('land', { PropertyType: 'Land', PropertySubType: 'Unimproved Land' });
    const search = searchOf([{ field: 'BedroomsTotal', is: { atLeast: 1 } }], { kinds: ['Land'] });
    const engine = new Engine();
    engine.put([land]);
    expect(engine.count(search, TIME)).toMatchObject({ fit: 0, unknown: 0, missByOne: 1 });
  });
  it('of a list is an empty list', () => {
    const search = searchOf([{ field: 'InteriorFeatures', is: { noneOf: ['In-Law Floorplan'] } }]);
    const engine = new Engine();
    engine.put([home('empty', { InteriorFeatures: [] }), home('other', { InteriorFeatures: ['Kitchen Island'] })]);
    expect(engine.count(search, TIME)).toMatchObject({ fit: 1, unknown: 1 });
  });
});

describe('a home offered as more than one kind', () => {
  // RESO's PropertySubTypeAdditional, from memory
  const homes = [
    home('house'),
    home('farm', {
      PropertyType: 'Farm',
      PropertySubType: 'Farm',
      PropertySubTypeAdditional: ['Single Family Residence'],
      BedroomsTotal: 3,
    }),
    home('field', { PropertyType: 'Farm', PropertySubType: 'Farm' }),
    home('let', { PropertyType: 'Residential Lease', PropertySubTypeAdditional: ['Townhouse'] }),
  ];
  const ofKind = (kind: string, is?: object): string[] =>
    fitting(homes, searchOf(is ? [{ field: 'PropertySubType', is }] : [], { kinds: [kind] }));

  it('is found by each', () => {
    expect(ofKind('Farm')).toEqual(['farm', 'field']);
    expect(ofKind('Residential')).toEqual(['farm', 'house']);
    expect(ofKind('Residential', { anyOf: ['Single Family Residence'] })).toEqual(['farm', 'house']);
    expect(ofKind('Farm', { anyOf: ['Farm'] })).toEqual(['farm', 'field']);
  });
  it('is left out where one of them is not wanted', () => {
    expect(ofKind('Residential', { noneOf: ['Farm'] })).toEqual(['house']);
    expect(ofKind('Farm', { noneOf: ['Single Family Residence'] })).toEqual(['field']);
  });
  it('is let only where it is listed as let', () => {
    expect(ofKind('Residential Lease')).toEqual(['let']);
    expect(ofKind('Residential Lease', { anyOf: ['Townhouse'] })).toEqual(['let']);
  });
  it('counts as one listing where both kinds are searched', () =>
    expect(fitting(homes, searchOf([], { kinds: ['Farm', 'Residential'] }))).toEqual(['farm', 'field', 'house']));
});

describe('no garage and no association', () => {
  it('mean none: 0 spaces, 0 dollars', () => {
    const homes = [
      home('none', { GarageYN: false, GarageSpaces: null, AssociationYN: false, AssociationFee: null }),
      home('two', {
        GarageYN: true,
        GarageSpaces: 2,
        AssociationYN: true,
        AssociationFee: 600,
        AssociationFeeFrequency: 'Quarterly',
      }),
      home('unsaid', { GarageYN: null, GarageSpaces: null }),
    ];
    expect(fitting(homes, searchOf([{ field: 'GarageSpaces', is: { atMost: 0 } }]))).toEqual(['none']);
    expect(fitting(homes, searchOf([{ field: 'FeePerMonth', is: { atMost: 0 } }]))).toEqual(['none']);
    expect(fitting(homes, searchOf([{ field: 'FeePerMonth', is: { atMost: 200 } }]))).toEqual(['none', 'two']);
  });
});

describe('what is searched', () => {
  const homes = [
    home('active'),
    home('soon', { StandardStatus: 'Coming Soon' }),
    home('pending', { StandardStatus: 'Pending', PurchaseContractDate: '2026-04-01' }),
    home('sold in March', { StandardStatus: 'Closed', CloseDate: '2026-03-20' }),
    home('sold long ago', { StandardStatus: 'Closed', CloseDate: '2019-03-20' }),
    home('withdrawn', { StandardStatus: 'Withdrawn', WithdrawnDate: '2026-04-10' }),
    home('a rental', { PropertyType: 'Residential Lease' }),
  ];
  it('is on the market unless a status line names others', () =>
    expect(fitting(homes, searchOf([]))).toEqual(['active', 'pending', 'soon']));
  it('is never a rental where homes for sale are sought', () =>
    expect(fitting(homes, searchOf([], { reach: 'all' }))).not.toContain('a rental'));
  it('with its own time for each status: active, or closed since the middle of March', () =>
    expect(
      fitting(homes, searchOf([{ field: 'Status', is: { oneOf: [{ status: 'Active' }, { status: 'Closed', last: 'P30D' }] } }])),
    ).toEqual(['active', 'sold in March']));
  it('with the days of each status’s own date, both ends included', () => {
    const closed = (time: object): string[] =>
      fitting(homes, searchOf([{ field: 'Status', is: { oneOf: [{ status: 'Closed', ...time }] } }]));
    expect(closed({ since: '2026-03-20' })).toEqual(['sold in March']);
    expect(closed({ since: '2026-03-21' })).toEqual([]);
    expect(closed({ until: '2026-03-19' })).toEqual(['sold long ago']);
    expect(closed({ since: '2019-01-01', until: '2026-03-20' })).toEqual(['sold in March', 'sold long ago']);
    // it is the contract's date that a pending home's time is of
    expect(fitting(homes, searchOf([{ field: 'Status', is: { oneOf: [{ status: 'Pending', since: '2026-04-01' }] } }]))).toEqual([
      'pending',
    ]);
  });
  it('goes back to the first record when asked for everything', () =>
    expect(fitting(homes, searchOf([{ field: 'CloseDate', is: { atMost: '2020-01-01' } }], { reach: 'all' }))).toEqual([
      'sold long ago',
    ]));
});

describe('special conditions', () => {
  it('kept out leave the usual sale', () => {
    const homes = [
      home('usual', { SpecialListingConditions: ['Standard'] }),
      home('bank-owned', { SpecialListingConditions: ['Real Estate Owned'] }),
      home('auction', { SpecialListingConditions: ['Auction'] }),
    ];
    expect(
      fitting(homes, searchOf([{ field: 'SpecialListingConditions', is: { noneOf: ['Real Estate Owned', 'Auction'] } }])),
    ).toEqual(['usual']);
  });
});

describe('streets', () => {
  it.each([
    ['1st', ['first street']],
    ['First St', ['first street']],
    ['first', ['first street']],
    ['lantern lane', ['lantern lane']],
    ['Lantern Ln', ['lantern lane']],
  ])('sought as “%s” are found whatever the spelling', (asked, found) => {
    const homes = [
      home('first street', { StreetName: '1st', StreetSuffix: 'St' }),
      home('lantern lane', { StreetName: 'Lantern', StreetSuffix: 'Ln' }),
    ];
    expect(fitting(homes, searchOf([{ field: 'StreetName', is: { sameStreet: asked } }]))).toEqual(found);
  });
});

describe('words', () => {
  const homes = [
    home('workshop', { PublicRemarks: 'Workshop with a bench; garden.' }),
    home('gardens', { PublicRemarks: 'Gardens all round. No workshops.' }),
    home('café', { PublicRemarks: 'Near the CAFÉ on the corner.' }),
    home('silent', { PublicRemarks: null }),
  ];
  const words = (test: object): Search => searchOf([{ field: 'PublicRemarks', is: { words: test } }]);
  it('are whole words unless they are stemmed', () => {
    expect(fitting(homes, words({ anyOf: ['workshop'] }))).toEqual(['workshop']);
    expect(fitting(homes, words({ anyOf: ['workshop'], stem: true }))).toEqual(['gardens', 'workshop']);
  });
  it('do not mind case or accents', () => expect(fitting(homes, words({ anyOf: ['cafe'] }))).toEqual(['café']));
  it('can all be asked for, none, or as a phrase', () => {
    expect(fitting(homes, words({ allOf: ['workshop', 'garden'] }))).toEqual(['workshop']);
    expect(fitting(homes, words({ noneOf: ['workshop', 'gardens'] }))).toEqual(['café']);
    expect(fitting(homes, words({ phrase: 'on the corner' }))).toEqual(['café']);
    expect(fitting(homes, words({ phrase: 'the on corner' }))).toEqual([]);
  });
});

describe('either', () => {
  it('is met by any of its lines, and says what each alone brings', () => {
    const homes = [
      home('basement', { Basement: ['Finished'], FireplacesTotal: 0 }),
      home('fireplace', { Basement: ['None'], FireplacesTotal: 1 }),
      home('both', { Basement: ['Finished'], FireplacesTotal: 2 }),
      home('neither', { Basement: ['None'], FireplacesTotal: 0 }),
    ];
    const search = searchOf([
      {
        either: [
          { id: 'a', field: 'Basement', is: { anyOf: ['Finished'] } },
          { id: 'b', field: 'FireplacesTotal', is: { atLeast: 1 } },
        ],
      },
    ]);
    expect(fitting(homes, search)).toEqual(['basement', 'both', 'fireplace']);
  });
});

describe('a line that would be nice', () => {
  it('keeps nothing out', () => {
    const homes = [home('with', { PoolPrivateYN: true }), home('without', { PoolPrivateYN: false })];
    expect(fitting(homes, searchOf([{ field: 'PoolPrivateYN', is: { yes: true }, weight: 'nice' }]))).toEqual([
      'with',
      'without',
    ]);
  });
});

describe('what misses by one line', () => {
  const search = searchOf([
    { field: 'ListPrice', is: { atMost: 450_000 } },
    { field: 'Baths', is: { atLeast: 2 } },
  ]);
  const homes = [
    home('fits', { ListPrice: 440_000, BathroomsFull: 2 }),
    home('a little over', { ListPrice: 455_000, BathroomsFull: 2 }),
    home('half a bath short', { ListPrice: 440_000, BathroomsFull: 1, BathroomsHalf: 1 }),
    home('far over', { ListPrice: 900_000, BathroomsFull: 2 }),
    home('both', { ListPrice: 455_000, BathroomsFull: 1 }),
  ];
  it('names the line and by how much, the nearest first', () => {
    const engine = new Engine();
    engine.put(homes);
    const missed = engine.find(search, TIME, { set: 'missByOne' }).keys;
    expect(missed.map(({ key }) => key).sort()).toEqual(['a little over', 'far over', 'half a bath short']);
    const told = homes
      .filter(({ ListingKey }) => missed.some(({ key }) => key === ListingKey))
      .map((record) => missOf(search, record, String(missed.find(({ key }) => key === record.ListingKey)?.missed), TIME))
      .sort((a, b) => a.nearness - b.nearness)
      .map(({ text }) => text);
    expect(told).toEqual(['$5,000 over', 'half a bath short', '$450,000 over']);
  });
  it('is what its line holds back; dropping the line adds as many', () => {
    const engine = new Engine();
    engine.put(homes);
    const count = engine.count(search, TIME);
    for (const [i, { holdsBack, blank }] of count.lines.entries()) {
      const without = { ...search, lines: search.lines.filter((_, k) => k !== i) };
      expect(engine.count(without, TIME).fit).toBe(count.fit + holdsBack + blank);
    }
  });
});

describe('what is left open', () => {
  const open = (search: Search, fields: Fields): string => sayOpen(search, home('it', fields), TIME);
  const search = searchOf([
    { field: 'GarageSpaces', is: { atLeast: 2 } },
    { field: 'YearBuilt', is: { atLeast: 1960 } },
    { field: 'ListPrice', is: { atMost: 450_000 } },
  ]);
  it('names each field that a listing leaves blank, and no other', () => {
    expect(open(search, { ListPrice: 400_000, YearBuilt: 1980 })).toBe('garage left blank');
    expect(open(search, { ListPrice: 400_000 })).toBe('garage and year built left blank');
    expect(open(search, {})).toBe('garage, year built and list price left blank');
  });
  it('is the place where bounds cannot be judged, and the parts of an either', () => {
    const bounds: Search['bounds'] = [{ id: 'b', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 500 } }];
    expect(open({ ...searchOf([]), bounds }, { Longitude: null, Latitude: null })).toBe('place left blank');
    const either: Search = {
      ...searchOf([]),
      lines: [
        {
          id: 'e',
          either: [
            { id: 'f', field: 'GarageSpaces', is: { atLeast: 2 } },
            { id: 'g', field: 'Basement', is: { anyOf: ['Full'] } },
          ],
        },
      ],
    };
    expect(open(either, {})).toBe('garage and basement left blank');
  });
});
