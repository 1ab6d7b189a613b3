import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PublicRecord, Setup } from '@perambula/contract';
import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../../../scripts/machine.mjs';
import { MariaDb } from '../../../scripts/mariadb.mjs';
import type { Config } from '../common/config.js';
// whatever the application is made of, its entities among it
import '../../dist/app.module.js';
import { databaseOptions } from '../../dist/database.js';
import { AssessorReader } from '../../dist/records/assessor.reader.js';
import { AssessorRecords } from '../../dist/records/assessor.records.js';

const folder = mkdtempSync(join(tmpdir(), 'perambula-assessor-'));
const CSV = join(folder, 'parcels.csv');
const GEOJSON = join(folder, 'parcels.geojson');
let mariadb: MariaDb;
let database: DataSource;
beforeAll(async () => {
  const port = await freePort();
  mariadb = new MariaDb({ folder: join(folder, 'mariadb'), port, password: 'only here', throwaway: true });
  await mariadb.start();
  const login = { host: '127.0.0.1', port, name: 'perambula', user: 'perambula', password: 'only here' };
  database = await new DataSource(databaseOptions({ database: login })).initialize();
});
afterAll(async () => {
  await database.destroy();
  await mariadb.stop();
  rmSync(folder, { recursive: true, force: true });
});

const find = (parcelNumber: string): Promise<PublicRecord | null> => new AssessorRecords(database).find(parcelNumber);

/** Reads a file as a server does that is told of it; gives what its administrator is told. */
async function read(file: string, columns: Record<string, string> = {}): Promise<Setup['record']> {
  const reader = new AssessorReader(database, { role: 'web', assessor: { file, columns } } as unknown as Config);
  await reader.follow(file, columns);
  return reader.state();
}

/** Writes a file that is newer than any before. */
let minutes = 0;
function write(file: string, text: string): void {
  writeFileSync(file, text);
  const at = Date.now() / 1000 + 60 * ++minutes;
  utimesSync(file, at, at);
}

describe('the assessor’s file', () => {
  it('is read from CSV as spreadsheets write it, by what its columns are called or are said to be', async () => {
    write(
      CSV,
      '\uFEFFAPN,SITUS,OWNER,MAIL ADDR,SQFT,YB,Last Sale Date,Last Sale Price,TAX YR,ASSESSED,TAXES,FEMA ZONE,ZONING\r\n' +
        '12-034-5,"14 N Heron Ave, Wrenfield","Vey, R.","14 North Heron Avenue, Wrenfield","1,850",1924,4/7/2021,"$412,500",2025,391000,4301,X,R-1\r\n' +
        '12-034-6,16 N Heron Ave,,"9 Quay Pl, St Orrin",0,,,,,,,,\r\n' +
        '\r\n' +
        ' - ,18 N Heron Ave,,,,,,,,,,,\r\n' +
        '12-034-7,20 N Heron Ave,,,lots,,,,,,,,\r\n',
    );
    expect(await read(CSV, { YearBuilt: 'YB' })).toEqual({
      from: 'file',
      parcels: 2,
      refused: 2,
      reasons: ['Row 3: it has no parcel number.', 'Row 4: LivingArea is “lots”.'],
      failure: null,
    });
    expect(await find('12.034.5')).toEqual({
      ParcelNumber: '12-034-5',
      UnparsedAddress: '14 N Heron Ave, Wrenfield',
      OwnerName: 'Vey, R.',
      OwnerMailingAddress: '14 North Heron Avenue, Wrenfield',
      OwnerAway: false,
      LivingArea: 1850,
      YearBuilt: 1924,
      FloodZone: 'X',
      Zoning: 'R-1',
      SchoolDistrict: '',
      sales: [{ date: '2021-04-07', price: 412_500, buyer: '' }],
      loans: [],
      taxes: [{ year: 2025, assessed: 391_000, tax: 4301 }],
    });
    expect(await find('120346')).toMatchObject({ OwnerAway: true, sales: [], taxes: [] });
    expect(await find('12-034-7')).toBeNull();
  });

  it('is read from the properties of GeoJSON, and takes the place of the one before', async () => {
    const feature = (properties: object | null): object => ({ type: 'Feature', geometry: null, properties });
    const features = [
      feature({ PARCEL_ID: 'A 1', Acres: 0.5, owner: 'E. Dufrayne' }),
      feature(null),
      feature({ PARCEL_ID: 'A 1', Acres: 0.75 }),
      feature({ PARCEL_ID: 77, Acres: null }),
    ];
    write(GEOJSON, JSON.stringify({ type: 'FeatureCollection', name: 'parcels', features }));
    expect(await read(GEOJSON)).toMatchObject({ parcels: 2, refused: 1, reasons: ['Row 2: it has no parcel number.'] });
    // what stands there twice is what its last row says
    expect(await find('A-1')).toMatchObject({ LotSizeAcres: 0.75, OwnerName: '' });
    expect(await find('77')).toMatchObject({ ParcelNumber: '77' });
    expect(await find('12-034-5')).toBeNull();
  });

  it('is not read again as long as it is the same, and again when its columns are said otherwise', async () => {
    const readAt = async (): Promise<string> => JSON.stringify(await database.query('SELECT reading, readAt FROM parcel_file'));
    const before = await readAt();
    await read(GEOJSON);
    expect(await readAt()).toBe(before);
    await read(GEOJSON, { OwnerName: 'owner' });
    expect(await readAt()).not.toBe(before);
  });

  it.each([
    ['no such file', join(folder, 'none.csv'), null, /none\.csv cannot be read\.$/],
    ['no parcel numbers', CSV, 'OWNER,ACRES\r\nme,1\r\n', /^No column holds parcel numbers\./],
    ['no rows', CSV, 'APN,ACRES\r\n', /^The file holds no rows\.$/],
    [
      'nothing that can be read',
      CSV,
      'APN,ACRES\r\n1,many\r\n',
      /^None of its 1 rows can be read\. Row 1: LotSizeAcres is “many”\.$/,
    ],
    ['broken off', GEOJSON, '{"type":"FeatureCollection","features":[{"properties":{"PIN":"9"}},{"prop', /./],
  ])('with %s says so, and what was read before stays', async (_what, file, text, failure) => {
    if (text !== null) write(file, text);
    const state = await read(file);
    expect(state).toMatchObject({ parcels: 2 });
    expect(state.failure).toMatch(failure);
    expect(await find('A 1')).toMatchObject({ LotSizeAcres: 0.75 });
  });
});
