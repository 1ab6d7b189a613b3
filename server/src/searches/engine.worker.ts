import { createHash } from 'node:crypto';
import { closeSync, existsSync, openSync, readdirSync, readFileSync, readSync, renameSync, writeSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { workerData } from 'node:worker_threads';
import { Engine, followColumns, plainKernel, readSnapshot, shareColumns, wasmKernel, writeSnapshot } from '@perambula/core';
import type {
  Circumstances,
  Compared,
  ComparedPart,
  Count,
  Found,
  ListingRecord,
  Loosening,
  Marks,
  Part,
  ResultKey,
  ResultSet,
  Search,
  SharedColumns,
  SharedKernel,
  TimeContext,
} from '@perambula/core';
import { Roads } from '../common/roadFile.js';
import { answerCalls } from '../common/thread.js';

/** Where another thread can read the columns. */
export interface Readable {
  readonly memory: object;
  readonly columns: SharedColumns;
}

/** What changes the columns; `readable` is null where memory cannot be shared. */
export interface WriteCalls {
  /** Records as JSON, which is cheaper to hand over and is parsed here. */
  put: { ask: { records: readonly string[]; removed: readonly string[] }; answer: { readable: Readable | null } };
  /** Takes what was written; gives its sequence number, or null when there is nothing that this build can read. */
  load: { ask: { file: string }; answer: { sequence: number | null; readable: Readable | null } };
}

/** What a thread of the engine can be asked. */
export interface EngineCalls extends WriteCalls {
  /** From now on reads what another thread holds. */
  follow: { ask: Readable; answer: null };
  /** Does what the first questions would have to wait for. */
  warm: { ask: null; answer: null };
  count: { ask: { search: Search; time: TimeContext }; answer: Count };
  find: { ask: { search: Search; time: TimeContext; part: Part }; answer: Found };
  marks: { ask: { search: Search; time: TimeContext; part: Part }; answer: Marks };
  tell: { ask: { search: Search; time: TimeContext; set: ResultSet; keys: readonly string[] }; answer: ResultKey[] };
  compare: { ask: { a: Search; b: Search; time: TimeContext; part: ComparedPart }; answer: Compared };
  /** Writes what the engine holds, as of a sequence number. */
  save: { ask: { file: string; sequence: number }; answer: null };
  loosenings: { ask: { search: Search; time: TimeContext }; answer: Loosening[] };
  filled: { ask: { search: Search }; answer: Record<string, number | null> };
  choices: { ask: { fields: readonly string[] }; answer: Record<string, { value: string; listings: number }[]> };
}

interface Holding {
  readonly engine: Engine;
  /** The engine's, where its memory can be shared. */
  readonly kernel: SharedKernel | null;
}

const roads = new Roads((workerData as { countyDir: string }).countyDir);
/** The columns, its own or another thread's; taken when first asked for. */
let holds: Holding | undefined;
/** Tells one build of core from another: what it computed is not read by the next. */
const build = hashOf(dirname(fileURLToPath(import.meta.resolve('@perambula/core'))));

answerCalls<EngineCalls>({
  put({ records, removed }) {
    const { engine } = holding();
    engine.put(records.map((record) => JSON.parse(record) as ListingRecord));
    engine.remove(removed);
    return { readable: readable() };
  },
  follow({ memory, columns }) {
    const { engine, kernel } = (holds ??= take(memory));
    followColumns(engine.columns, columns, (kernel as SharedKernel).at);
    return null;
  },
  warm() {
    holding().engine.warm(roads.times);
    return null;
  },
  count: ({ search, time }) => holding().engine.count(search, given(time)),
  find: ({ search, time, part }) => holding().engine.find(search, given(time), part),
  marks: ({ search, time, part }) => holding().engine.marks(search, given(time), part),
  tell: ({ search, time, set, keys }) => holding().engine.tell(search, given(time), set, keys),
  compare: ({ a, b, time, part }) => holding().engine.compare(a, b, given(time), part),
  save({ file, sequence }) {
    const out = openSync(`${file}.new`, 'w');
    try {
      const write = (bytes: Uint8Array): void => {
        for (let at = 0; at < bytes.length;) at += writeSync(out, bytes, at);
      };
      write(beginningOf(sequence));
      writeSnapshot(holding().engine.columns, write);
    } finally {
      closeSync(out);
    }
    renameSync(`${file}.new`, file);
    return null;
  },
  load: ({ file }) => ({ sequence: load(file), readable: readable() }),
  choices: ({ fields }) => Object.fromEntries(fields.map((name) => [name, holding().engine.choices(name)])),
  filled: ({ search }) => holding().engine.filled(search),
  loosenings: ({ search, time }) => holding().engine.loosenings(search, given(time)),
});

/** The moment asked about, on the county's roads, which are read only for a search that asks for minutes. */
function given({ now, zone }: TimeContext): Circumstances {
  return {
    now,
    zone,
    get roads() {
      return roads.times;
    },
  };
}

function readable(): Readable | null {
  const { engine, kernel } = holding();
  return kernel && { memory: kernel.memory, columns: shareColumns(engine.columns) };
}

function holding(): Holding {
  return (holds ??= take());
}

function take(memory?: object): Holding {
  const kernel = quickestKernel(memory);
  return { engine: new Engine(kernel ?? plainKernel()), kernel };
}

/** Takes a snapshot in; gives its sequence number, or null when there is none of this build. */
function load(file: string): number | null {
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
    readSnapshot(holding().engine.columns, read);
    return Number(beginning.readBigUInt64LE(build.length));
  } catch (error) {
    // half of it is worse than none
    holds = undefined;
    throw error;
  } finally {
    closeSync(from);
  }
}

/** Bytes before a snapshot: the build's hash in hexadecimal, and the sequence number. */
const BEGINNING = 64 + 8;

function beginningOf(sequence: number): Buffer {
  const beginning = Buffer.alloc(BEGINNING);
  beginning.write(build, 'latin1');
  beginning.writeBigUInt64LE(BigInt(sequence), build.length);
  return beginning;
}

/** The kernel over a memory, or a new one; null where the machine has no SIMD or nothing is built: the answers are the same, some times slower. */
function quickestKernel(memory?: object): SharedKernel | null {
  try {
    return wasmKernel(readFileSync(fileURLToPath(import.meta.resolve('@perambula/core/kernel.wasm'))), memory);
  } catch {
    return null;
  }
}

function hashOf(folder: string): string {
  const hash = createHash('sha256');
  for (const name of (readdirSync(folder, { recursive: true }) as string[]).filter((each) => each.endsWith('.js')).sort())
    hash.update(readFileSync(join(folder, name)));
  return hash.digest('hex');
}
