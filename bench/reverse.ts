import { inReach, judge, missOf, NEARLY, ReverseIndex, standingOf } from '@perambula/core';
import type { ListingRecord, Line, Search, Wanted } from '@perambula/core';
import { randomOf } from '@perambula/county';
import { TIME } from './countedSearch.js';
import { manyListings } from './listings.js';
import { measure, report } from './measure.js';
import { simdKernel } from './simdKernel.js';

const EVENTS = 200;

/** One changed listing against so many saved searches: the index, and each search judged by itself. */
export async function benchReverse(size: number): Promise<void> {
  const searches = manySearches(size);
  const start = performance.now();
  const index = new ReverseIndex(searches, TIME, simdKernel());
  const built = performance.now() - start;
  const records = [...manyListings(EVENTS)];
  let i = 0;
  const next = (): ListingRecord => records[i++ % EVENTS] as ListingRecord;
  for (const record of records.slice(0, 5)) {
    const [ours, theirs] = [index.match(record, TIME), oneByOne(searches, record)].map(inOrder);
    if (ours !== theirs) throw new Error('The index and judging each search do not agree.');
  }
  const found = records.map((record) => index.match(record, TIME));
  const mean = (count: (wanted: Wanted<number>) => number): number =>
    Math.round(found.reduce((sum, each) => sum + count(each), 0) / EVENTS);
  report(
    `One changed listing against ${size.toLocaleString('en-US')} saved searches, with nearness`,
    [
      await measure('reverse index', 400, () => index.match(next(), TIME)),
      await measure('each search judged', 5, () => oneByOne(searches, next())),
    ],
    `on average ${mean(({ fit }) => fit.length)} fit, ${mean(({ unknown }) => unknown.length)} are unknown and ${mean(({ near }) => near.length)} narrowly missed; made in ${built.toFixed(0)} ms`,
  );
}

/** Searches as agents save them: a price range, beds and baths, some of towns, kinds, size, lot, age, and an area for half of them. */
function manySearches(size: number): { id: number; search: Search }[] {
  const random = randomOf(11);
  const towns = [
    'Port Ostrey',
    'Sedge Ferry',
    'Tansy Hill',
    'Wrenfield',
    'Mallow Green',
    'Quillon Beach',
    'Lantern Point',
    'Upper Dunnock',
  ];
  return Array.from({ length: size }, (_, id) => {
    const low = 150_000 + 5000 * random.int(0, 80);
    const optional: Line[] = [
      { id: 'd', field: 'LivingArea', is: { atLeast: 800 + 100 * random.int(0, 16) } },
      { id: 'e', field: 'LotSizeAcres', is: { atLeast: 0.05 * random.int(1, 10) } },
      { id: 'f', field: 'YearBuilt', is: { atLeast: 1900 + 5 * random.int(0, 20) } },
      { id: 'g', field: 'GarageSpaces', is: { atLeast: random.int(1, 3) } },
      { id: 'h', field: 'SpecialListingConditions', is: { noneOf: ['Real Estate Owned', 'Auction'] } },
      {
        id: 'i',
        field: 'PropertySubType',
        is: { anyOf: ['Single Family Residence', ...(random.unit() < 0.5 ? ['Townhouse'] : [])] },
      },
      { id: 'j', field: 'OnMarketDate', is: { last: 'P30D' } },
      { id: 'k', field: 'PublicRemarks', is: { words: { anyOf: ['workshop', 'studio'] } } },
    ];
    const inTown: Line = { id: 't', field: 'City', is: { anyOf: [random.pick(towns), random.pick(towns)] } };
    const drawn = random.unit() < 0.5;
    const center: [number, number] = [-66.18 + random.unit() * 0.36, 40.47 + random.unit() * 0.26];
    return {
      id,
      search: {
        version: 1,
        kinds: ['Residential'],
        lines: [
          { id: 'a', field: 'ListPrice', is: { between: [low, low + 5000 * random.int(10, 60)] } },
          { id: 'b', field: 'BedroomsTotal', is: { atLeast: random.int(2, 4) } },
          { id: 'c', field: 'Baths', is: { atLeast: random.pick([1, 1.5, 2, 2.5]) } },
          { id: 's', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
          ...optional.filter((line) => random.unit() < (line.id > 'i' ? 0.05 : 0.35)),
          ...(drawn ? [] : [inTown]),
        ],
        bounds: drawn
          ? [{ id: 'x', mode: 'in', shape: { type: 'Circle', center, radiusMeters: 800 + 400 * random.int(0, 8) } }]
          : [],
        order: [],
      } satisfies Search,
    };
  });
}

function oneByOne(searches: readonly { id: number; search: Search }[], record: ListingRecord): Wanted<number> {
  const found = { fit: [] as number[], unknown: [] as number[], near: [] as { id: number; missed: string; nearness: number }[] };
  for (const { id, search } of searches) {
    if (!inReach(search, record)) continue;
    const verdict = judge(search, record, TIME);
    const standing = standingOf(verdict);
    if (standing === 'fit' || standing === 'unknown') found[standing].push(id);
    if (standing !== 'missByOne') continue;
    const missed =
      verdict.lines.find(({ truth }) => truth === false)?.line.id ?? (verdict.keepIn === false ? 'keepIn' : 'keepOut');
    const { nearness } = missOf(search, record, missed, TIME);
    if (nearness <= NEARLY) found.near.push({ id, missed, nearness });
  }
  return found;
}

function inOrder({ fit, unknown, near }: Wanted<number>): string {
  const rising = (ids: readonly number[]): number[] => [...ids].sort((a, b) => a - b);
  return JSON.stringify([rising(fit), rising(unknown), [...near].sort((a, b) => a.id - b.id)]);
}
