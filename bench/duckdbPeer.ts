import { DuckDBInstance } from '@duckdb/node-api';
import type { DuckDBAppender, DuckDBConnection } from '@duckdb/node-api';
import { countOfAlike, countStatement, SQL_LINES, SQL_REACH } from './countedSearch.js';
import type { PeerCount, PeerRow } from './countedSearch.js';

const NUMBERS = ['ListPrice', 'BedroomsTotal', 'LivingArea', 'YearBuilt', 'GarageSpaces'] as const;
const DOUBLES = ['Baths', 'LotSizeAcres', 'Longitude', 'Latitude'] as const;
const TEXTS = ['PropertySubType', 'StandardStatus', 'Conditions'] as const;

/** DuckDB, which keeps its columns in memory and scans them with all cores. */
export class DuckDbPeer {
  private constructor(private readonly connection: DuckDBConnection) {}

  static async open(): Promise<DuckDbPeer> {
    const connection = await (await DuckDBInstance.create(':memory:')).connect();
    const columns = [
      ...NUMBERS.map((name) => `${name} INTEGER`),
      ...DOUBLES.map((name) => `${name} DOUBLE`),
      ...TEXTS.map((name) => `${name} ENUM ('')`),
    ];
    await connection.run(`CREATE TABLE filling (ListingKey VARCHAR, ${columns.join(', ').replaceAll("ENUM ('')", 'VARCHAR')})`);
    return new DuckDbPeer(connection);
  }

  async fill(rows: Iterable<PeerRow>): Promise<void> {
    const appender = await this.connection.createAppender('filling');
    for (const row of rows) {
      appender.appendVarchar(row.ListingKey);
      for (const name of NUMBERS) orNull(appender, row[name], (value) => appender.appendInteger(value));
      for (const name of DOUBLES) orNull(appender, row[name], (value) => appender.appendDouble(value));
      for (const name of TEXTS) orNull(appender, row[name], (value) => appender.appendVarchar(value));
      appender.endRow();
    }
    appender.closeSync();
    // look-ups as enumerations, which it compares as numbers
    for (const name of TEXTS)
      await this.connection.run(`CREATE TYPE ${name}_t AS ENUM (SELECT DISTINCT ${name} FROM filling WHERE ${name} IS NOT NULL)`);
    const cast = TEXTS.map((name) => `${name}::${name}_t AS ${name}`).join(', ');
    await this.connection.run(`CREATE TABLE listings AS SELECT * REPLACE (${cast}) FROM filling`);
    await this.connection.run('DROP TABLE filling');
  }

  async count(most: number): Promise<PeerCount> {
    const result = await this.connection.runAndReadAll(countStatement('listings', most, 'Longitude, Latitude', inRing));
    return countOfAlike(
      result.getRows().map(([f, u, n]) => ({ f: Number(f), u: Number(u), n: Number(n) })),
      12,
    );
  }

  /** How many fit the broad search, and its first fifty. */
  async broad(): Promise<{ fit: number; keys: string[] }> {
    const where = `${SQL_REACH} AND ${SQL_LINES(520_000).slice(0, 3).join(' AND ')}`;
    const fit = await this.connection.runAndReadAll(`SELECT COUNT(*) FROM listings WHERE ${where}`);
    const keys = await this.connection.runAndReadAll(
      `SELECT ListingKey FROM listings WHERE ${where} ORDER BY ListPrice, ListingKey LIMIT 50`,
    );
    return { fit: Number(fit.getRows()[0]?.[0]), keys: keys.getRows().map(([key]) => String(key)) };
  }

  close(): void {
    this.connection.closeSync();
  }
}

function orNull<T>(appender: DuckDBAppender, value: T | null, append: (value: T) => void): void {
  if (value === null) appender.appendNull();
  else append(value);
}

/** Even–odd crossings, edge by edge, within the ring's corners first. */
function inRing(ring: readonly (readonly [number, number])[]): string {
  const least = (axis: 0 | 1): number => Math.min(...ring.map((corner) => corner[axis]));
  const most = (axis: 0 | 1): number => Math.max(...ring.map((corner) => corner[axis]));
  const crossings = ring.slice(1).map(([bx, by], i) => {
    const [ax, ay] = ring[i] as readonly [number, number];
    const [low, high] = [Math.min(ay, by), Math.max(ay, by)];
    return `(CASE WHEN Latitude >= ${low} AND Latitude < ${high} AND Longitude < ${ax} + (Latitude - ${ay}) * ${(bx - ax) / (by - ay)} THEN 1 ELSE 0 END)`;
  });
  return `(CASE WHEN Longitude BETWEEN ${least(0)} AND ${most(0)} AND Latitude BETWEEN ${least(1)} AND ${most(1)} THEN (${crossings.join(' + ')}) % 2 ELSE 0 END)`;
}
