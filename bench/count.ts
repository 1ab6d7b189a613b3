import { Engine, fits, inReach, judge, standingOf } from '@perambula/core';
import type { ListingRecord, Search } from '@perambula/core';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { manyListings } from './listings.js';
import { measure, report } from './measure.js';
import type { Measured } from './measure.js';

const TIME = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };

/** Sixty corners about the county's middle. */
const ring = Array.from({ length: 61 }, (_, i): [number, number] => {
  const a = (2 * Math.PI * (i % 60)) / 60;
  const r = 0.07 * (1 + 0.25 * Math.sin(5 * a));
  return [-66 + r * Math.cos(a) * 1.3, 40.6 + r * Math.sin(a)];
});

const SEARCH: Search = {
  version: 1,
  kinds: ['Residential'],
  order: [],
  lines: [
    { id: 'a', field: 'ListPrice', is: { between: [250_000, 520_000] } },
    { id: 'b', field: 'BedroomsTotal', is: { atLeast: 3 } },
    { id: 'c', field: 'Baths', is: { atLeast: 1.5 } },
    { id: 'd', field: 'PropertySubType', is: { anyOf: ['Single Family Residence', 'Townhouse'] } },
    { id: 'e', field: 'LivingArea', is: { atLeast: 1200 } },
    { id: 'f', field: 'SpecialListingConditions', is: { noneOf: ['Real Estate Owned', 'Auction'] } },
    { id: 'g', field: 'YearBuilt', is: { atLeast: 1940 } },
    { id: 'h', field: 'GarageSpaces', is: { atLeast: 1 } },
    { id: 'i', field: 'LotSizeAcres', is: { atLeast: 0.1 } },
    { id: 'j', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
  ],
  bounds: [
    { id: 'k', mode: 'in', shape: { type: 'Polygon', coordinates: [ring] } },
    { id: 'l', mode: 'out', shape: { type: 'Circle', center: [-65.99, 40.59], radiusMeters: 1200 } },
  ],
};

const CONDITIONS = [
  'ListPrice BETWEEN 250000 AND 520000',
  'BedroomsTotal >= 3',
  'Baths >= 1.5',
  "PropertySubType IN ('Single Family Residence', 'Townhouse')",
  'LivingArea >= 1200',
  "Conditions NOT IN ('Real Estate Owned', 'Auction')",
  'YearBuilt >= 1940',
  'GarageSpaces >= 1',
  'LotSizeAcres >= 0.1',
  "StandardStatus IN ('Active', 'Coming Soon')",
  `ST_Contains(ST_GeomFromText('POLYGON((${ring.map(([x, y]) => `${x} ${y}`).join(',')}))'), Place)`,
  'ST_Distance_Sphere(Place, POINT(-65.99, 40.59)) > 1200',
];

/** The ten-line count with two bounds, at 100,000 listings: the engine, the plain evaluator and MariaDB in one run. */
export async function benchCount(database: Connection, size: number): Promise<void> {
  const engine = new Engine();
  engine.put(manyListings(size));
  const names = CONDITIONS.map((_, i) => `c${i}`);
  const alone = names.map(
    (name, i) => `SUM(${name} IS FALSE AND m = 1 AND u = 0) AS h${i}, SUM(${name} IS NULL AND m = 0 AND u = 1) AS b${i}`,
  );
  const sql = `SELECT SUM(m = 0 AND u = 0) AS fit, SUM(m = 0 AND u > 0) AS unknown_, ${alone.join(', ')} FROM (
    SELECT *, ${names.map((name) => `(${name} IS FALSE)`).join(' + ')} AS m, ${names.map((name) => `(${name} IS NULL)`).join(' + ')} AS u
    FROM (SELECT ${CONDITIONS.map((condition, i) => `(${condition}) AS c${i}`).join(', ')} FROM bench_listings
      WHERE PropertyType = 'Residential' AND StandardStatus IN ('Coming Soon','Active','Active Under Contract','Pending','Hold')) AS judged) AS summed`;

  let step = 0;
  const rows: Measured[] = [
    // every line changes, so that nothing is remembered
    await measure('engine, every line new', 60, () => {
      step++;
      const moved = SEARCH.lines.map((line) =>
        'is' in line && 'atLeast' in line.is && typeof line.is.atLeast === 'number'
          ? { ...line, is: { atLeast: line.is.atLeast + step * 1e-5 } }
          : 'is' in line && 'between' in line.is
            ? { ...line, is: { between: [250_000, 520_000 + step] as const } }
            : line,
      );
      const bounds = SEARCH.bounds.map((bound) =>
        bound.shape.type === 'Circle'
          ? { ...bound, shape: { ...bound.shape, radiusMeters: 1200 + step } }
          : { ...bound, shape: { ...bound.shape, coordinates: [ring.map(([x, y]): [number, number] => [x + step * 1e-7, y])] } },
      );
      return engine.count({ ...SEARCH, lines: moved, bounds } as Search, TIME);
    }),
    await measure('engine, one line changed', 60, () => {
      step++;
      const [first, ...rest] = SEARCH.lines;
      return engine.count(
        { ...SEARCH, lines: [{ ...first, is: { between: [250_000, 520_000 + step] } }, ...rest] as Search['lines'] },
        TIME,
      );
    }),
  ];
  // its peers hold the records themselves; an engine does not, and is measured without their weight on the collector
  const records = manyListings(size);
  await fillTable(database, records);
  rows.push(
    await measure('row by row', 5, () => {
      const tally = { fit: 0, unknown: 0, missByOne: 0, miss: 0 };
      for (const record of records) if (inReach(SEARCH, record)) tally[standingOf(judge(SEARCH, record, TIME))]++;
      return tally;
    }),
    await measure('MariaDB', 9, async () => (await database.query<RowDataPacket[]>(sql))[0][0]),
  );
  const fit = engine.count(SEARCH, TIME).fit;
  const plain = records.filter((record) => fits(SEARCH, record, TIME)).length;
  const [[answer]] = await database.query<RowDataPacket[]>(sql);
  report(
    `Count of ten lines and two bounds, ${size.toLocaleString('en-US')} listings`,
    rows,
    `fit: engine ${fit}, row by row ${plain}, MariaDB ${String(answer?.['fit'])} (its sphere may differ at the circle’s edge)`,
  );
}

async function fillTable(database: Connection, records: readonly ListingRecord[]): Promise<void> {
  await database.query(`CREATE OR REPLACE TABLE bench_listings (ListingKey VARCHAR(20) PRIMARY KEY, PropertyType VARCHAR(30), PropertySubType VARCHAR(30), StandardStatus VARCHAR(30), ListPrice INT, BedroomsTotal INT,
    Baths DECIMAL(5,2), LivingArea INT, LotSizeAcres DECIMAL(10,4), YearBuilt INT, GarageSpaces INT, Conditions VARCHAR(40), Place POINT NOT NULL,
    INDEX (PropertyType, StandardStatus, ListPrice), SPATIAL INDEX (Place))`);
  for (let at = 0; at < records.length; at += 5000) {
    const values = records.slice(at, at + 5000).map((r) => {
      const text = (field: string): string => (r[field] == null ? 'NULL' : `'${String(r[field]).replaceAll("'", "''")}'`);
      const number = (field: string): string => (typeof r[field] === 'number' ? String(r[field]) : 'NULL');
      const full = r['BathroomsFull'];
      const part = (field: string): number => Number(r[field] ?? 0);
      const baths = typeof full === 'number' ? full + part('BathroomsHalf') / 2 + part('BathroomsThreeQuarter') * 0.75 : 'NULL';
      const garage = r['GarageYN'] === false && r['GarageSpaces'] == null ? '0' : number('GarageSpaces');
      return `(${text('ListingKey')},${text('PropertyType')},${text('PropertySubType')},${text('StandardStatus')},${number('ListPrice')},${number('BedroomsTotal')},${baths},${number('LivingArea')},${number('LotSizeAcres')},${number('YearBuilt')},${garage},'${(r['SpecialListingConditions'] as string[])[0] ?? ''}',POINT(${number('Longitude')},${number('Latitude')}))`;
    });
    await database.query(`INSERT INTO bench_listings VALUES ${values.join(',')}`);
  }
  await database.query('ANALYZE TABLE bench_listings');
}
