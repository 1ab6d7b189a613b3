import type { Connection, RowDataPacket } from 'mysql2/promise';
import { countOfAlike, countStatement, KEEP_IN, KEEP_OUT } from './countedSearch.js';
import type { PeerCount, PeerRow } from './countedSearch.js';

const AT_ONCE = 10_000;

/** MariaDB over the same table, with its look-ups as enumerations and its places as points. */
export class MariaDbPeer {
  constructor(private readonly database: Connection) {}

  async fill(rows: Iterable<PeerRow>): Promise<void> {
    await this.database
      .query(`CREATE OR REPLACE TABLE bench_listings (ListingKey CHAR(8) CHARACTER SET ascii PRIMARY KEY, PropertySubType VARCHAR(30) CHARACTER SET ascii, StandardStatus VARCHAR(30) CHARACTER SET ascii,
      ListPrice INT, BedroomsTotal TINYINT, Baths DECIMAL(4,2), LivingArea INT, LotSizeAcres DECIMAL(10,4), YearBuilt SMALLINT, GarageSpaces TINYINT, Conditions VARCHAR(40) CHARACTER SET ascii, Longitude DOUBLE, Latitude DOUBLE, Place POINT NOT NULL)`);
    let values: string[] = [];
    const flush = async (): Promise<void> => {
      if (values.length > 0) await this.database.query(`INSERT INTO bench_listings VALUES ${values.join(',')}`);
      values = [];
    };
    for (const row of rows) {
      const { ListingKey, PropertySubType, StandardStatus, ListPrice, BedroomsTotal, Baths, LivingArea, LotSizeAcres } = row;
      const { YearBuilt, GarageSpaces, Conditions, Longitude, Latitude } = row;
      const all = [
        ListingKey,
        PropertySubType,
        StandardStatus,
        ListPrice,
        BedroomsTotal,
        Baths,
        LivingArea,
        LotSizeAcres,
        YearBuilt,
        GarageSpaces,
        Conditions,
        Longitude,
        Latitude,
      ];
      const written = all.map((value) => (value === null ? 'NULL' : typeof value === 'number' ? String(value) : `'${value}'`));
      values.push(`(${written.join(',')},POINT(${Longitude},${Latitude}))`);
      if (values.length === AT_ONCE) await flush();
    }
    await flush();
    await this.database.query('ANALYZE TABLE bench_listings');
    // read once, not for every row
    for (const ring of [KEEP_IN, KEEP_OUT])
      await this.database.query(
        `SET @ring${ring.length} = ST_GeomFromText('POLYGON((${ring.map(([x, y]) => `${x} ${y}`).join(',')}))')`,
      );
  }

  async count(most: number): Promise<PeerCount> {
    const inside = (ring: readonly (readonly [number, number])[]): string => {
      const [x, y] = [ring.map(([lon]) => lon), ring.map(([, lat]) => lat)];
      const near = `Longitude BETWEEN ${Math.min(...x)} AND ${Math.max(...x)} AND Latitude BETWEEN ${Math.min(...y)} AND ${Math.max(...y)}`;
      return `(CASE WHEN ${near} THEN ST_Contains(@ring${ring.length}, Place) ELSE 0 END)`;
    };
    const [rows] = await this.database.query<RowDataPacket[]>(
      countStatement('bench_listings', most, 'Longitude, Latitude, Place', inside),
    );
    return countOfAlike(
      rows.map(({ f, u, n }) => ({ f: Number(f), u: Number(u), n: Number(n) })),
      12,
    );
  }

  async close(): Promise<void> {
    await this.database.query('DROP TABLE bench_listings');
  }
}
