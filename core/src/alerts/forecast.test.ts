import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { LonLat } from '../geo/distance.js';
import type { Travel } from '../roads/travel.js';
import type { TravelTimes } from '../roads/travelTimes.js';
import type { ListingRecord } from '../listing/record.js';
import { readSearch } from '../search/read.js';
import { fits } from '../search/evaluate.js';
import { CADENCES, nextDue, USUAL_QUIET } from './cadence.js';
import { tellableOf, TELLABLE } from './change.js';
import type { ListingChange, Tellable } from './change.js';
import { forecast } from './forecast.js';

const ZONE = 'America/New_York';
const HOURS = { zone: ZONE, ...USUAL_QUIET };
const TO = Date.parse('2026-04-14T13:12:00Z');
const FROM = TO - 60 * 86_400_000;
/** When and where a replay is, and that it tells any change of price. */
const SPAN = { leastPercent: 0, zone: ZONE, hours: HOURS, from: FROM, to: TO };

const search = readSearch({
  version: 1,
  kinds: ['Residential'],
  lines: [
    { id: 'a', field: 'ListPrice', is: { between: [300_000, 450_000] } },
    { id: 'b', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
  ],
  bounds: [],
  order: [],
});

/** One listing's life as it was lived: how it came, and what became of it, each change a while after the one before. */
interface Life {
  readonly price: number;
  readonly status: string;
  readonly enters: number;
  readonly steps: readonly { readonly after: number; readonly price?: number; readonly status?: string }[];
}

const prices = fc.integer({ min: 280, max: 470 }).map((thousands) => thousands * 1000);
const statuses = fc.constantFrom('Active', 'Coming Soon', 'Active Under Contract', 'Pending', 'Withdrawn', 'Closed');
const lives: fc.Arbitrary<Life[]> = fc.array(
  fc.record({
    price: prices,
    status: fc.constantFrom('Active', 'Coming Soon'),
    // some entered before the span that is replayed
    enters: fc.integer({ min: FROM - 30 * 86_400_000, max: TO }),
    steps: fc.array(
      fc
        .tuple(
          fc.integer({ min: 60_000, max: 12 * 86_400_000 }),
          fc.oneof(
            prices.map((price) => ({ price })),
            statuses.map((status) => ({ status })),
          ),
        )
        .map(([after, change]) => ({ after, ...change })),
      { maxLength: 6 },
    ),
  }),
  { maxLength: 12 },
);

/** Lives through everything forwards: the oracle of a replay that goes backwards. */
function lived(
  all: readonly Life[],
  tell: readonly Tellable[],
): { records: ListingRecord[]; changes: ListingChange[]; news: { key: string; at: number }[] } {
  const records: ListingRecord[] = [];
  const changes: ListingChange[] = [];
  const news: { key: string; at: number }[] = [];
  all.forEach(({ price, status, enters, steps }, i) => {
    const key = `L${i}`;
    let now: ListingRecord = { ListingKey: key, PropertyType: 'Residential', ListPrice: price, StandardStatus: status };
    let at = enters;
    const happens = (change: ListingChange): void => {
      changes.push(change);
      const kind = tellableOf(change);
      if (kind && tell.includes(kind) && change.at > FROM && change.at <= TO && fits(search, now, { now: change.at, zone: ZONE }))
        news.push({ key, at: change.at });
    };
    happens({ ListingKey: key, field: 'ListingKey', from: null, to: key, at });
    for (const step of steps) {
      at += step.after;
      if (at > TO) break;
      for (const [field, to] of [
        ['ListPrice', step.price],
        ['StandardStatus', step.status],
      ] as const) {
        if (to === undefined || to === now[field]) continue;
        const from = now[field] as string | number;
        now = { ...now, [field]: to };
        happens({ ListingKey: key, field, from, to, at });
      }
    }
    records.push(now);
  });
  return { records, changes, news };
}

describe('forecast', () => {
  const tells = fc.subarray([...TELLABLE], { minLength: 1 });
  it('going back tells what living forwards would have told', () => {
    let told = 0;
    fc.assert(
      fc.property(lives, tells, (all, tell) => {
        const { records, changes, news } = lived(all, tell);
        const result = forecast({
          search,
          tell,
          ...SPAN,
          records,
          changes,
        });
        told += news.length;
        expect(result.homes).toBe(new Set(news.map(({ key }) => key)).size);
        expect(result.days).toBe(60);
        for (const cadence of CADENCES) {
          const dues = new Set(news.map(({ at }) => nextDue(cadence, cadence === 'atOnce' ? at : at - 1, HOURS, FROM)));
          expect([cadence, result.messages[cadence]]).toEqual([cadence, dues.size]);
        }
      }),
      { numRuns: 250 },
    );
    expect(told).toBeGreaterThan(200);
  });
  it('does not mind in which order the changes are given', () => {
    fc.assert(
      fc.property(lives, (all) => {
        const { records, changes } = lived(all, TELLABLE);
        const replay = { search, tell: TELLABLE, ...SPAN, records };
        expect(forecast({ ...replay, changes: changes.toReversed() })).toEqual(forecast({ ...replay, changes }));
      }),
      { numRuns: 100 },
    );
  });
  it('writes no more often by a slower cadence, and never more messages than there was news', () => {
    fc.assert(
      fc.property(lives, (all) => {
        const { records, changes, news } = lived(all, TELLABLE);
        const { messages } = forecast({
          search,
          tell: TELLABLE,
          ...SPAN,
          records,
          changes,
        });
        expect(messages.atOnce).toBeLessThanOrEqual(news.length);
        expect(messages.eachMorning).toBeLessThanOrEqual(messages.morningAndEvening);
        expect(messages.weekly).toBeLessThanOrEqual(messages.eachMorning);
        expect(messages.everyTwoWeeks).toBeLessThanOrEqual(messages.weekly);
      }),
      { numRuns: 200 },
    );
  });
  it('recommends with its own figures: at once for little, less often for much', () => {
    const many = Array.from({ length: 200 }, (_, i): Life => ({
      price: 400_000,
      status: 'Active',
      enters: FROM + i * 7 * 3_600_000 + 1,
      steps: [],
    }));
    const few = many.slice(0, 4);
    const advised = (all: readonly Life[]): ReturnType<typeof forecast> => {
      const { records, changes } = lived(all, ['new']);
      return forecast({ search, tell: ['new'], ...SPAN, records, changes });
    };
    expect(advised(few)).toMatchObject({ recommended: 'atOnce', homes: 4 });
    const much = advised(many);
    expect(much.recommended).toBe('weekly');
    expect(much.reason).toContain(String(much.messages.eachMorning));
    expect(much.homesAWeek).toBeCloseTo(200 / (60 / 7), 1);
  });
  it('measures journeys on the roads, and tells nothing of a search by minutes where there are none', () => {
    const byMinutes = readSearch({
      version: 1,
      kinds: ['Residential'],
      lines: [{ id: 'm', field: 'Minutes', to: [-66, 40.6], arriveBy: '08:30', on: 'weekday', by: 'car', is: { atMost: 20 } }],
      bounds: [],
      order: [],
    });
    const records = [1, 2, 3].map((i): ListingRecord => ({
      ListingKey: `L${i}`,
      PropertyType: 'Residential',
      StandardStatus: 'Active',
      Longitude: -66,
      Latitude: 40.6 + i / 100,
    }));
    const changes = records.map(({ ListingKey }) => ({
      ListingKey,
      field: 'ListingKey',
      from: null,
      to: ListingKey,
      at: TO - 1,
    }));
    // ten minutes for each hundredth of a degree
    const roads = { secondsAt: (_: Travel, [, lat]: LonLat) => Math.round((lat - 40.6) * 100) * 600 } as unknown as TravelTimes;
    const replay = {
      search: byMinutes,
      tell: TELLABLE,
      ...SPAN,
      records,
      changes,
    };
    expect(forecast({ ...replay, roads }).homes).toBe(2);
    expect(forecast(replay).homes).toBe(0);
  });

  it('says what one line a step wider or narrower would have told, as the search with that line does', () => {
    let steps = 0;
    fc.assert(
      fc.property(lives, (all) => {
        const { records, changes } = lived(all, TELLABLE);
        const replay = { tell: TELLABLE, ...SPAN, records, changes };
        const { homes, wider, narrower } = forecast({ ...replay, search });
        const withPrices = (low: number, high: number): number =>
          forecast({
            ...replay,
            search: {
              ...search,
              lines: search.lines.map((line, i) => (i === 0 ? { ...line, is: { between: [low, high] } } : line)),
            },
          }).homes;
        // a tenth of each end, in steps of five and ten thousand
        const outwards = [withPrices(270_000, 450_000), withPrices(300_000, 495_000)];
        const inwards = [withPrices(330_000, 450_000), withPrices(300_000, 405_000)];
        expect(wider?.homes ?? homes).toBe(Math.max(homes, ...outwards));
        if (narrower) expect(inwards).toContain(narrower.homes);
        else expect(inwards).toEqual([homes, homes]);
        if (wider) expect(wider.line).toMatch(/^List price: \$(270,000 to \$450,000|300,000 to \$495,000)$/);
        steps += Number(wider !== null) + Number(narrower !== null);
      }),
      { numRuns: 100 },
    );
    expect(steps).toBeGreaterThan(50);
  });
});
