import { closeSync, mkdtempSync, openSync, readSync, rmSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Engine, judge, inReach, plainKernel, readSnapshot, standingOf, writeSnapshot } from '@perambula/core';
import type { Kernel, ListingRecord } from '@perambula/core';
import type { Connection } from 'mysql2/promise';
import { asPeerCount, BROAD, peerRow, SEARCH, TIME, withCeiling } from './countedSearch.js';
import type { PeerCount, PeerRow } from './countedSearch.js';
import { CrossfilterPeer } from './crossfilterPeer.js';
import { DuckDbPeer } from './duckdbPeer.js';
import { manyListings } from './listings.js';
import { MariaDbPeer } from './mariadbPeer.js';
import { measure, report } from './measure.js';
import { simdKernel } from './simdKernel.js';

const MOST = 520_000;
/** Listings up to which the slow forms are measured too. */
const FEW = 100_000;
/** So far apart are the ceilings asked for one after the other. */
const STEP = 1000;

/** The count, cold and with one line changed, and the first fifty of a broad search: the engine and its peers in one run. */
export async function benchCount(database: Connection, size: number): Promise<void> {
  const engine = new Engine(simdKernel());
  engine.put(manyListings(size));
  const plain = size > FEW ? null : engineOf(plainKernel(), size);
  const duckdb = await DuckDbPeer.open();
  await duckdb.fill(peerRows(size));
  const mariadb = new MariaDbPeer(database);
  await mariadb.fill(peerRows(size));
  const crossfilter = new CrossfilterPeer([...peerRows(size)]);
  const title = `${size.toLocaleString('en-US')} listings`;

  // answers first: they must be the same before their speed means anything
  const answer = asPeerCount(engine.count(SEARCH, TIME));
  if (plain) same('the plain kernel', asPeerCount(plain.count(SEARCH, TIME)), answer);
  same('DuckDB', await duckdb.count(MOST), answer);
  same('MariaDB', await mariadb.count(MOST), answer);
  const { fit, lost } = crossfilter.countCold(MOST);
  same(
    'crossfilter2',
    { fit, lost },
    { fit: answer.fit, lost: answer.held.map((held, i) => held + (answer.blank[i] as number)) },
  );
  if (size <= FEW) same('row by row', rowByRow(manyListings(size)), engine.count(SEARCH, TIME));

  const cold = (one: Engine) => (): unknown => {
    one.forget();
    return one.count(SEARCH, TIME);
  };
  const note = `fit ${answer.fit}; the same fit, holds-back and blanks by all of them`;
  report(
    `Count of ten lines, sixty corners and one exclusion, ${title}, nothing kept`,
    [
      await measure('engine', size > FEW ? 60 : 300, cold(engine)),
      ...(plain ? [await measure('engine without SIMD', 20, cold(plain))] : []),
      await measure('DuckDB', 15, () => duckdb.count(MOST)),
      await measure('MariaDB', 5, () => mariadb.count(MOST)),
      await measure('crossfilter2', 5, () => crossfilter.countCold(MOST)),
    ],
    note,
  );

  let step = 0;
  const moved = (): number => MOST + STEP * (++step % 20);
  report(`The same, one line changed, ${title}`, [
    await measure('engine', 80, () => engine.count(withCeiling(moved()), TIME)),
    await measure('DuckDB', 15, () => duckdb.count(moved())),
    await measure('crossfilter2, its best case', 40, () => crossfilter.countChanged(moved())),
  ]);

  const first = (): { fit: number; keys: string[] } => ({
    fit: engine.count(BROAD, TIME).fit,
    keys: engine.find(BROAD, TIME, { set: 'fit', limit: 50 }).keys.map(({ key }) => key),
  });
  const broad = first();
  same('DuckDB', await duckdb.broad(), broad);
  report(
    `A broad search and its first 50 in order, ${title}, nothing kept`,
    [
      await measure('engine', 60, () => {
        engine.forget();
        return first();
      }),
      await measure('DuckDB', 15, () => duckdb.broad()),
    ],
    `${broad.fit.toLocaleString('en-US')} fit; the same fifty`,
  );

  const { bytes, words } = engine.columns.memory();
  console.log(
    `  ${(bytes / size).toFixed(0)} bytes a listing for numbers, dates, choices and places; words ${(words / size).toFixed(0)} bytes apart from them`,
  );
  await startFromSnapshot(engine, title);
  duckdb.close();
  await mariadb.close();
}

/** From a file to the first count, beside reading the same listings as records. */
async function startFromSnapshot(engine: Engine, title: string): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'perambula-bench-'));
  const file = join(folder, 'engine.snapshot');
  const out = openSync(file, 'w');
  writeSnapshot(engine.columns, (bytes) => {
    for (let at = 0; at < bytes.length;) at += writeSync(out, bytes, at);
  });
  closeSync(out);
  const restored = (): Engine => {
    const copy = new Engine(simdKernel());
    const from = openSync(file, 'r');
    readSnapshot(copy.columns, (into) => {
      for (let at = 0; at < into.length;) at += readSync(from, into, at, into.length - at, null);
    });
    closeSync(from);
    return copy;
  };
  same('the snapshot', restored().count(SEARCH, TIME), engine.count(SEARCH, TIME));
  const rows = await measure('from a snapshot to the first count', 3, () => restored().count(SEARCH, TIME));
  report(`Starting with ${title}`, [rows], `${(statSync(file).size / 2 ** 20).toFixed(0)} MiB`);
  rmSync(folder, { recursive: true });
}

function engineOf(kernel: Kernel, size: number): Engine {
  const engine = new Engine(kernel);
  engine.put(manyListings(size));
  return engine;
}

function* peerRows(size: number): Generator<PeerRow> {
  for (const record of manyListings(size)) yield peerRow(record);
}

function rowByRow(records: Iterable<ListingRecord>): Pick<PeerCount, 'fit'> {
  let fit = 0;
  for (const record of records) if (inReach(SEARCH, record) && standingOf(judge(SEARCH, record, TIME)) === 'fit') fit++;
  return { fit };
}

function same<T extends object>(who: string, theirs: T, ours: T): void {
  const of = (answer: T): string => JSON.stringify(Object.keys(theirs).map((key) => (answer as Record<string, unknown>)[key]));
  if (of(theirs) !== of(ours)) throw new Error(`${who} answers ${of(theirs)}, the engine ${of(ours)}.`);
}
