import fc from 'fast-check';
import { PROPERTY_TYPES } from '../listing/kinds.js';
import type { ListingRecord } from '../listing/record.js';
import { STATUSES } from '../listing/status.js';
import type { LonLat } from '../geo/distance.js';
import type { Travel } from '../roads/travel.js';
import { TravelTimes } from '../roads/travelTimes.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import type { Bound, DrawnShape, FieldLine, Line, Search, Shape, StatusTime } from '../search/document.js';
import { MOVE_WAYS } from '../search/priceMove.js';
import type { PriceMove } from '../search/priceMove.js';
import { gridNetwork, randomFrom } from './randomRoads.js';

/** Randomness for tests: small listings full of blanks, near the values that random searches ask for. */
const maybe = <T>(arbitrary: fc.Arbitrary<T>): fc.Arbitrary<T | null> => fc.option(arbitrary, { freq: 4, nil: null });
const dates = fc
  .integer({ min: 0, max: 120 })
  .map((back) => new Date(Date.UTC(2026, 3, 14) - back * 86_400_000).toISOString().slice(0, 10));
const FEATURES = ['In-Law Floorplan', 'Kitchen Island', 'Vaulted Ceiling(s)'];
const TOWNS = ['Port Ostrey', 'Sedge Ferry', 'Wrenfield'];
const PLACES = fc
  .tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 }))
  .map(([x, y]): [number, number] => [-66 + x / 1000, 40.6 + y / 1000]);

export const listings: fc.Arbitrary<ListingRecord[]> = fc
  .array(
    fc.record({
      PropertyType: fc.constantFrom(...PROPERTY_TYPES.slice(0, 4)),
      PropertySubType: maybe(fc.constantFrom('Single Family Residence', 'Townhouse', 'Condominium')),
      PropertySubTypeAdditional: maybe(fc.subarray(['Townhouse', 'Duplex', 'Unimproved Land'], { maxLength: 2 })),
      StandardStatus: fc.constantFrom(...STATUSES),
      ListPrice: maybe(fc.integer({ min: 300, max: 310 }).map((k) => k * 1000)),
      PreviousListPrice: maybe(fc.integer({ min: 300, max: 310 }).map((k) => k * 1000)),
      PriceChangeTimestamp: maybe(dates.map((date) => `${date}T15:30:00.000Z`)),
      BedroomsTotal: maybe(fc.integer({ min: 1, max: 4 })),
      BathroomsFull: maybe(fc.integer({ min: 1, max: 2 })),
      BathroomsHalf: maybe(fc.integer({ min: 0, max: 1 })),
      LotSizeAcres: maybe(fc.constantFrom(0.19, 0.2, 0.21, 0.25)),
      GarageYN: maybe(fc.boolean()),
      GarageSpaces: maybe(fc.integer({ min: 1, max: 3 })),
      InteriorFeatures: fc.subarray(FEATURES),
      City: maybe(fc.constantFrom(...TOWNS)),
      WaterfrontYN: maybe(fc.boolean()),
      OnMarketDate: maybe(dates),
      CloseDate: maybe(dates),
      StatusChangeTimestamp: maybe(dates.map((date) => `${date}T13:00:00.000Z`)),
      PublicRemarks: maybe(fc.constantFrom('Workshop with bench. Garden.', 'Bright studio, gardens all round', 'Café corner')),
      StreetName: maybe(fc.constantFrom('1st', 'Lantern', 'Heron')),
      StreetSuffix: fc.constantFrom('St', 'Ln'),
      at: maybe(PLACES),
    }),
    { minLength: 1, maxLength: 70 },
  )
  .map((records) =>
    records.map(({ at, ...record }, i) => ({
      ...record,
      ListingKey: `L${String(i).padStart(3, '0')}`,
      Longitude: at?.[0] ?? null,
      Latitude: at?.[1] ?? null,
    })),
  );

const numbers = (field: string, values: fc.Arbitrary<number>): fc.Arbitrary<FieldLine> =>
  fc
    .oneof(
      values.map((atLeast) => ({ atLeast })),
      values.map((atMost) => ({ atMost })),
      fc.tuple(values, values).map(([a, b]) => ({ between: [Math.min(a, b), Math.max(a, b)] as [number, number] })),
      values.map((equals) => ({ equals })),
      values.map((not) => ({ not })),
      fc.boolean().map((blank) => ({ blank })),
    )
    .map((is) => ({ id: '', field, is }));
const choices = (field: string, values: readonly string[], withAll: boolean): fc.Arbitrary<FieldLine> =>
  fc
    .tuple(fc.constantFrom('anyOf', 'noneOf', ...(withAll ? ['allOf'] : [])), fc.subarray([...values], { minLength: 1 }))
    .map(([key, list]) => ({ id: '', field, is: { [key]: list } as never }));

/** Ways and sizes of a price's move, some of them just that of the random prices. */
export const moves: fc.Arbitrary<PriceMove> = fc
  .tuple(
    fc.constantFrom(...MOVE_WAYS),
    fc.constantFrom({}, { percent: 1 }, { percent: 0.3 }, { dollars: 1000 }, { dollars: 3000 }),
  )
  .map(([way, amount]) => ({ way, ...amount }));

const fieldLines: fc.Arbitrary<FieldLine> = fc
  .tuple(
    fc.oneof(
      numbers(
        'ListPrice',
        fc.integer({ min: 299, max: 311 }).map((k) => k * 1000),
      ),
      numbers('BedroomsTotal', fc.integer({ min: 1, max: 4 })),
      numbers('Baths', fc.constantFrom(1, 1.5, 2, 2.5)),
      numbers('LotSizeAcres', fc.constantFrom(0.19, 0.2, 0.21, 0.25)),
      numbers('GarageSpaces', fc.integer({ min: 0, max: 3 })),
      choices('PropertySubType', ['Single Family Residence', 'Townhouse'], false),
      choices('City', TOWNS, false),
      choices('InteriorFeatures', FEATURES, true),
      choices('Status', ['Active', 'Closed', 'Pending', 'Expired'], false),
      fc
        .constantFrom<StatusTime>(
          { status: 'Closed', last: 'P60D' },
          { status: 'Closed', since: '2026-03-01' },
          { status: 'Closed', since: '2026-01-15', until: '2026-03-10' },
          { status: 'Closed', until: '2026-04-01' },
        )
        .map((timed): FieldLine => ({ id: '', field: 'Status', is: { oneOf: [{ status: 'Active' }, timed] } })),
      fc.boolean().map((yes): FieldLine => ({ id: '', field: 'WaterfrontYN', is: { yes } })),
      fc.constantFrom('P30D', 'P2M').map((last): FieldLine => ({ id: '', field: 'OnMarketDate', is: { last } })),
      fc.constant<FieldLine>({ id: '', field: 'StatusChangeTimestamp', is: { last: 'P45D' } }),
      moves.map((moved): FieldLine => ({ id: '', field: 'PriceChangeTimestamp', is: { last: 'P60D' }, moved })),
      moves.map((moved): FieldLine => ({ id: '', field: 'PriceChangeTimestamp', is: { blank: false }, moved })),
      fc
        .constantFrom<FieldLine['is']>(
          { words: { anyOf: ['workshop', 'studio'] } },
          { words: { anyOf: ['garden'], stem: true } },
          { words: { phrase: 'cafe corner' } },
          { contains: 'GARDEN' },
        )
        .map((is) => ({ id: '', field: 'PublicRemarks', is })),
      fc.constant<FieldLine>({ id: '', field: 'StreetName', is: { sameStreet: 'First Street' } }),
    ),
    fc.constantFrom(undefined, 'unknown' as const, 'pass' as const, 'fail' as const),
  )
  .map(([line, blanks]) => (blanks ? { ...line, blanks } : line));

/** Few, so that what was worked out for one serves the next. */
const journeys: fc.Arbitrary<Travel> = fc
  .record({
    at: fc.constantFrom<LonLat>([-66, 40.6], [-65.985, 40.612], [-66.5, 40.6]),
    forwards: fc.boolean(),
    arrives: fc.boolean(),
    time: fc.constantFrom('08:30', '17:15'),
    on: fc.constantFrom('weekday', 'sunday'),
    by: fc.constantFrom('car', 'foot'),
  })
  .map(({ at, forwards, arrives, time, on, by }) => ({
    ...(forwards ? { from: at } : { to: at }),
    ...(arrives ? { arriveBy: time } : { leaveAt: time }),
    on,
    by,
  }));

const minutesLines: fc.Arbitrary<FieldLine> = fc
  .tuple(numbers('Minutes', fc.integer({ min: 2, max: 12 })), journeys)
  .map(([line, travel]) => ({ ...line, ...travel }));

const linesOf = (fieldLines: fc.Arbitrary<FieldLine>): fc.Arbitrary<Line> =>
  fc.oneof(
    { weight: 5, arbitrary: fieldLines },
    {
      weight: 1,
      arbitrary: fc
        .array(
          fc.oneof(
            fieldLines,
            fc.array(fieldLines, { minLength: 1, maxLength: 2 }).map((all) => ({ all })),
          ),
          { minLength: 1, maxLength: 3 },
        )
        .map((either) => ({ id: '', either })),
    },
  );

const drawn: fc.Arbitrary<DrawnShape> = fc.oneof(
  fc
    .tuple(PLACES, fc.integer({ min: 200, max: 2000 }))
    .map(([center, radiusMeters]) => ({ type: 'Circle' as const, center, radiusMeters })),
  fc.tuple(PLACES, fc.integer({ min: 1, max: 15 })).map(([[x, y], size]) => {
    const s = size / 1000;
    return {
      type: 'Polygon' as const,
      coordinates: [
        [
          [x, y],
          [x + s, y],
          [x + s, y + s],
          [x, y + s],
          [x, y],
        ] as [number, number][],
      ],
    };
  }),
);

const within: fc.Arbitrary<Shape> = fc
  .tuple(fc.integer({ min: 1, max: 12 }), journeys)
  .map(([minutes, travel]) => ({ type: 'TravelTime', minutes, ...travel }));

const boundsOf = (shapes: fc.Arbitrary<Shape>): fc.Arbitrary<Bound> =>
  fc.tuple(fc.constantFrom('in' as const, 'out' as const), shapes).map(([mode, shape]) => ({ id: '', mode, shape }));

const searchesOf = (lines: fc.Arbitrary<Line>, bounds: fc.Arbitrary<Bound>): fc.Arbitrary<Search> =>
  fc
    .tuple(
      fc.shuffledSubarray([...PROPERTY_TYPES.slice(0, 4)], { minLength: 1 }),
      fc.array(lines, { maxLength: 6 }),
      fc.array(bounds, { maxLength: 4 }),
      fc.boolean(),
    )
    .map(([kinds, lineList, boundList, all]) => {
      let n = 0;
      const named = <T extends { id: string }>(item: T): T => ({ ...item, id: `x${n++}` });
      const withIds = lineList.map((line): Line => {
        if (!('either' in line)) return named(line);
        return named({
          ...line,
          either: line.either.map((member) => ('all' in member ? { all: member.all.map(named) } : named(member))),
        });
      });
      return {
        version: 1,
        kinds,
        lines: withIds,
        bounds: boundList.map(named),
        order: [],
        ...(all ? { reach: 'all' as const } : {}),
      };
    });

/** Random searches with their own ids throughout. */
export const searches = searchesOf(
  linesOf(fc.oneof({ weight: 9, arbitrary: fieldLines }, { weight: 1, arbitrary: minutesLines })),
  boundsOf(fc.oneof({ weight: 4, arbitrary: drawn }, { weight: 1, arbitrary: within })),
);

/** The same without minutes to a place, for languages that know no roads. */
export const searchesWithoutJourneys = searchesOf(linesOf(fieldLines), boundsOf(drawn));

/** Tuesday, April 14, 2026, 9:12 am in the county, on streets about the random listings' places. */
export const TIME: EvaluationContext = {
  now: Date.parse('2026-04-14T13:12:00Z'),
  zone: 'America/New_York',
  roads: new TravelTimes(gridNetwork(22, randomFrom(4))),
};
