import { createHash } from 'node:crypto';
import { closeSync, existsSync, openSync, readdirSync, readFileSync, readSync, renameSync, writeSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { workerData } from 'node:worker_threads';
import { Engine, plainKernel, readSnapshot, wasmKernel, writeSnapshot } from '@perambula/core';
import type {
  Circumstances,
  Compared,
  ComparedPart,
  Count,
  Found,
  Kernel,
  ListingRecord,
  Loosening,
  Marks,
  Part,
  ResultKey,
  ResultSet,
  Search,
  TimeContext,
} from '@perambula/core';
import { Roads } from '../common/roadFile.js';
import { answerCalls } from '../common/thread.js';

/** What the engine's thread can be asked. */
export interface EngineCalls {
  /** Records as JSON, which is cheaper to hand over and is parsed here. */
  put: { ask: { records: readonly string[]; removed: readonly string[] }; answer: null };
  count: { ask: { search: Search; time: TimeContext }; answer: Count };
  find: { ask: { search: Search; time: TimeContext; part: Part }; answer: Found };
  marks: { ask: { search: Search; time: TimeContext; part: Part }; answer: Marks };
  tell: { ask: { search: Search; time: TimeContext; set: ResultSet; keys: readonly string[] }; answer: ResultKey[] };
  compare: { ask: { a: Search; b: Search; time: TimeContext; part: ComparedPart }; answer: Compared };
  /** Writes what the engine holds, as of a sequence number. */
  save: { ask: { file: string; sequence: number }; answer: null };
  /** Takes what was written; gives its sequence number, or null when there is nothing that this build can read. */
  load: { ask: { file: string }; answer: number | null };
  loosenings: { ask: { search: Search; time: TimeContext }; answer: Loosening[] };
  filled: { ask: { search: Search }; answer: Record<string, number | null> };
  choices: { ask: { fields: readonly string[] }; answer: Record<string, { value: string; listings: number }[]> };
}

const roads = new Roads((workerData as { countyDir: string }).countyDir);
let engine = new Engine(quickestKernel());
/** Tells one build of core from another: what it computed is not read by the next. */
const build = hashOf(dirname(fileURLToPath(import.meta.resolve('@perambula/core'))));

answerCalls<EngineCalls>({
  put({ records, removed }) {
    engine.put(records.map((record) => JSON.parse(record) as ListingRecord));
    engine.remove(removed);
    return null;
  },
  count: ({ search, time }) => engine.count(search, given(time)),
  find: ({ search, time, part }) => engine.find(search, given(time), part),
  marks: ({ search, time, part }) => engine.marks(search, given(time), part),
  tell: ({ search, time, set, keys }) => engine.tell(search, given(time), set, keys),
  compare: ({ a, b, time, part }) => engine.compare(a, b, given(time), part),
  save({ file, sequence }) {
    const out = openSync(`${file}.new`, 'w');
    try {
      const write = (bytes: Uint8Array): void => {
        for (let at = 0; at < bytes.length;) at += writeSync(out, bytes, at);
      };
      write(beginningOf(sequence));
      writeSnapshot(engine.columns, write);
    } finally {
      closeSync(out);
    }
    renameSync(`${file}.new`, file);
    return null;
  },
  load({ file }) {
    if (!existsSync(file)) return null;
    const from = openSync(file, 'r');
    try {
      const read = (into: Uint8Array): void => {
        for (let at = 0; at < into.length;) {
          const got = readSync(from, into, at, into.length - at, null);
          if (got === 0) throw new Error('The snapshot ends early.');
          at += got;
        }
      };
      const beginning = Buffer.alloc(BEGINNING);
      read(beginning);
      if (beginning.toString('latin1', 0, build.length) !== build) return null;
      readSnapshot(engine.columns, read);
      return Number(beginning.readBigUInt64LE(build.length));
    } catch (error) {
      // half of it is worse than none
      engine = new Engine(quickestKernel());
      throw error;
    } finally {
      closeSync(from);
    }
  },
  choices: ({ fields }) => Object.fromEntries(fields.map((name) => [name, engine.choices(name)])),
  filled: ({ search }) => engine.filled(search),
  loosenings: ({ search, time }) => engine.loosenings(search, given(time)),
});

/** The moment asked about, on the county's roads. */
function given(time: TimeContext): Circumstances {
  const { times } = roads;
  return { ...time, ...(times ? { roads: times } : {}) };
}

/** Bytes before a snapshot: the build's hash in hexadecimal, and the sequence number. */
const BEGINNING = 64 + 8;

function beginningOf(sequence: number): Buffer {
  const beginning = Buffer.alloc(BEGINNING);
  beginning.write(build, 'latin1');
  beginning.writeBigUInt64LE(BigInt(sequence), build.length);
  return beginning;
}

function quickestKernel(): Kernel {
  try {
    return wasmKernel(readFileSync(fileURLToPath(import.meta.resolve('@perambula/core/kernel.wasm'))));
  } catch {
    // no SIMD, or nothing built: the same answers, some times slower
    return plainKernel();
  }
}

function hashOf(folder: string): string {
  const hash = createHash('sha256');
  for (const name of (readdirSync(folder, { recursive: true }) as string[]).filter((each) => each.endsWith('.js')).sort())
    hash.update(readFileSync(join(folder, name)));
  return hash.digest('hex');
}
