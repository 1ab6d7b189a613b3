import { DuckDBInstance } from '@duckdb/node-api';
import { besideOf, MarketLog, MOVED, movedHomes, movementOf, movesOf, windowOf } from '@perambula/core';
import type { MarketChange, MarketTale, MovedHome, Movement } from '@perambula/core';
import { randomOf } from '@perambula/county';
import type { Connection } from 'mysql2/promise';
import { measure, report } from './measure.js';

const ZONE = 'America/New_York';
const NOW = Date.parse('2026-04-14T13:12:00Z');
const DAY = 86_400_000;
const YEARS = 25;
const WINDOW = windowOf('days7', { now: NOW, zone: ZONE }, null);
const BESIDE = besideOf(WINDOW, ZONE);
const SHOWN = 50;
/** Rows written at once. */
const AT_ONCE = 20_000;

/** A move as the peers have it: what ours works out when it reads, they are given. */
type PeerMove = readonly [at: number, kind: number, adds: number, listing: number, from: number | null, to: number | null];

interface Answer {
  /** By what a home did, in the order of `MOVED`, and the net change. */
  readonly counts: readonly number[];
  /** The largest cuts by their share. */
  readonly cuts: readonly (readonly [listing: string, from: number, to: number])[];
}

/** What moved in the whole market over a week, counted and as the list of its largest cuts, beside two databases. */
export async function benchMarket(database: Connection, size: number): Promise<void> {
  const log = new MarketLog();
  const moves: PeerMove[] = [];
  for (let listing = 0; listing < size; listing++) {
    const told = movesOf(taleOf(listing));
    log.put(String(listing), told);
    for (const { at, kind, adds, from, to } of told) {
      const moved = adds === 0 && LEAVES.has(kind) ? 'aside' : kind;
      moves.push([at, MOVED.indexOf(moved), adds, listing, from, to]);
    }
  }
  const duckdb = await duckDbOf(moves);
  await fillMariaDb(database, moves);
  const own = (): Answer => answerOf(movementOf(log, WINDOW, BESIDE, null), movedHomes(log, WINDOW, null, ['priceDown']));
  const expected = JSON.stringify(own());
  for (const [name, answer] of [
    ['DuckDB', await duckdb.ask()],
    ['MariaDB', await askMariaDb(database)],
  ] as const)
    if (JSON.stringify(answer) !== expected) throw new Error(`${name} answers ${JSON.stringify(answer)}, not ${expected}.`);
  report(
    `What moved in seven days, ${size.toLocaleString('en-US')} listings with ${moves.length.toLocaleString('en-US')} moves`,
    [
      await measure('log: all figures, and the list', 40, own),
      await measure('log: the list', 40, () => movedHomes(log, WINDOW, null, ['priceDown'])),
      await measure('DuckDB: counts, and the list', 15, () => duckdb.ask()),
      await measure('MariaDB: counts, and the list', 15, () => askMariaDb(database)),
    ],
    'the same counts and largest cuts by all; the log’s figures are those of eleven windows, and two years by week, besides',
  );
  duckdb.close();
  await database.query('DROP TABLE bench_moves');
}

const LEAVES: ReadonlySet<string> = new Set(['underContract', 'withdrawn', 'expired', 'canceled', 'onHold']);

/** A made-up listing: cuts now and then, mostly a contract, sometimes back from it. */
function taleOf(listing: number): MarketTale {
  const random = randomOf(listing + 1);
  const between = (least: number, most: number): number => random.int(least, most);
  let at = NOW - Math.floor(random.unit() * YEARS * 365 * DAY);
  let price = between(120, 900) * 1_000;
  let status = 'Active';
  const [listedAt, changes] = [at, [] as MarketChange[]];
  const to = (next: string): void => void changes.push({ at, field: 'StandardStatus', from: status, to: (status = next) });
  for (let step = 0; step < 12 && status === 'Active'; step++) {
    at += between(4, 40) * DAY + between(0, DAY);
    if (random.chance(0.4))
      changes.push({
        at,
        field: 'ListPrice',
        from: price,
        to: (price = between(Math.round(price * 0.9), Math.round(price * 1.01))),
      });
    else if (random.chance(0.2)) to(random.pick(['Withdrawn', 'Expired', 'Canceled']));
    else {
      to('Pending');
      at += between(3, 50) * DAY;
      to(random.chance(0.1) ? 'Active' : 'Closed');
    }
  }
  const until = changes.filter((change) => change.at < NOW);
  const last = until.findLast((change) => change.field === 'StandardStatus');
  return { listedAt, status: last?.field === 'StandardStatus' ? String(last.to) : 'Active', changes: until };
}

function answerOf({ counts }: Pick<Movement, 'counts'>, homes: readonly MovedHome[]): Answer {
  const cuts = homes
    .map(({ listingKey, from, to }) => [listingKey, from ?? 0, to ?? 0] as const)
    .sort(([a, x, y], [b, v, w]) => (v - w) / v - (x - y) / x || Number(a) - Number(b));
  return { counts: [...MOVED.map((moved) => counts[moved]), counts.net], cuts: cuts.slice(0, SHOWN) };
}

const [DOWN, UP] = [MOVED.indexOf('priceDown'), MOVED.indexOf('priceUp')];
const IN_WINDOW = `moment >= ${WINDOW.from} AND moment < ${WINDOW.to}`;
const COUNTS = `SELECT kind, COUNT(*) AS n, SUM(adds) AS adds FROM bench_moves WHERE ${IN_WINDOW} GROUP BY kind`;

/** @param first  how the first of a group by time is said, and the last */
function pricesSql(first: string, last: string): string {
  return `SELECT listing, ${first} AS was, ${last} AS now FROM bench_moves WHERE ${IN_WINDOW} AND kind IN (${DOWN}, ${UP}) GROUP BY listing`;
}

/** From what a database says of counts and of prices, each home once. */
function fromRows(
  counts: readonly (readonly [kind: number, n: number, adds: number])[],
  prices: readonly (readonly [listing: number, was: number, now: number])[],
): Answer {
  const byKind = MOVED.map((_, kind) => counts.find(([each]) => each === kind)?.[1] ?? 0);
  byKind[DOWN] = prices.filter(([, was, now]) => now < was).length;
  byKind[UP] = prices.filter(([, was, now]) => now > was).length;
  const cuts = prices
    .filter(([, was, now]) => now < was)
    .sort(([a, x, y], [b, v, w]) => (v - w) / v - (x - y) / x || a - b)
    .slice(0, SHOWN);
  return {
    counts: [...byKind, counts.reduce((sum, [, , adds]) => sum + adds, 0)],
    cuts: cuts.map(([listing, was, now]) => [String(listing), was, now]),
  };
}

async function duckDbOf(moves: readonly PeerMove[]): Promise<{ ask: () => Promise<Answer>; close: () => void }> {
  const connection = await (await DuckDBInstance.create(':memory:')).connect();
  await connection.run(
    'CREATE TABLE bench_moves (moment BIGINT, kind TINYINT, adds TINYINT, listing INTEGER, was INTEGER, now INTEGER)',
  );
  const appender = await connection.createAppender('bench_moves');
  for (const [at, kind, adds, listing, from, to] of moves) {
    appender.appendBigInt(BigInt(at));
    appender.appendTinyInt(kind);
    appender.appendTinyInt(adds);
    appender.appendInteger(listing);
    for (const price of [from, to])
      if (price === null) appender.appendNull();
      else appender.appendInteger(price);
    appender.endRow();
  }
  appender.closeSync();
  const rowsOf = async (sql: string): Promise<[number, number, number][]> =>
    (await connection.runAndReadAll(sql)).getRows().map((row) => row.map(Number) as [number, number, number]);
  return {
    ask: async () => fromRows(await rowsOf(COUNTS), await rowsOf(pricesSql('arg_min(was, moment)', 'arg_max(now, moment)'))),
    close: () => connection.closeSync(),
  };
}

async function fillMariaDb(database: Connection, moves: readonly PeerMove[]): Promise<void> {
  await database.query(
    'CREATE OR REPLACE TABLE bench_moves (moment BIGINT, kind TINYINT, adds TINYINT, listing INT, was INT, now INT, INDEX (moment))',
  );
  for (let i = 0; i < moves.length; i += AT_ONCE)
    await database.query('INSERT INTO bench_moves VALUES ?', [moves.slice(i, i + AT_ONCE)]);
}

async function askMariaDb(database: Connection): Promise<Answer> {
  const rowsOf = async (sql: string): Promise<[number, number, number][]> => {
    const [rows] = await database.query({ sql, rowsAsArray: true });
    return (rows as unknown[][]).map((row) => row.map(Number) as [number, number, number]);
  };
  const edge = (field: string, direction: string): string =>
    `SUBSTRING_INDEX(GROUP_CONCAT(${field} ORDER BY moment ${direction}), ',', 1)`;
  return fromRows(await rowsOf(COUNTS), await rowsOf(pricesSql(edge('was', 'ASC'), edge('now', 'DESC'))));
}
