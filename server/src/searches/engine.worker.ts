import { createHash } from 'node:crypto';
import { closeSync, existsSync, openSync, readdirSync, readFileSync, readSync, renameSync, writeSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { workerData } from 'node:worker_threads';
import { Engine, followColumns, plainKernel, readSnapshot, shareColumns, wasmKernel, writeSnapshot } from '@perambula/core';
import type {
  EvaluationContext,
  Compared,
  ComparedPart,
  Count,
  Found,
  ListingRecord,
  Loosening,
  MadeSweeps,
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
import type { Call } from '../common/thread.js';

/** Where another thread can read the columns. */
export interface Readable {
  readonly memory: object;
  readonly columns: SharedColumns;
}

/** A listing as JSON, and the agent who alone sees it; null where everybody does. */
export interface PutRecord {
  readonly data: string;
  readonly reader: string | null;
}

/** What changes the columns; `readable` is null where memory cannot be shared. */
export interface WriteCalls {
  /** Records as JSON, which is cheaper to hand over and is parsed here. */
  put: { ask: { records: readonly PutRecord[]; removed: readonly string[] }; answer: { readable: Readable | null } };
  /** Takes what was written; gives its sequence number, or null when there is nothing that this build can read. */
  load: { ask: { file: string }; answer: { sequence: number | null; readable: Readable | null } };
}

/** What is asked of a search, or two. */
interface Asked {
  readonly time: TimeContext;
  /** Whose own listings are looked at, too. */
  readonly reader: string | null;
  /** What the journeys that it names are measured by. */
  readonly made: readonly MadeSweeps[];
}

/** What is answered in slices: each either all of it, or the line or bound that the work stopped at for now. */
export interface SliceCalls {
  count: { ask: Asked & { search: Search }; answer: Count };
  find: { ask: Asked & { search: Search; part: Part }; answer: Found };
  /** Long answers are JSON already, in UTF-8, and handed over as they are: the keys of a result, and its marks. */
  keys: { ask: Asked & { search: Search; part: Part; asOf: number }; answer: Uint8Array<ArrayBuffer> };
  /** The keys of all that fit, in no order. */
  fitting: { ask: Asked & { search: Search }; answer: Uint8Array<ArrayBuffer> };
  marks: { ask: Asked & { search: Search; part: Part }; answer: Uint8Array<ArrayBuffer> };
  tell: { ask: Asked & { search: Search; set: ResultSet; keys: readonly string[] }; answer: ResultKey[] };
  compare: { ask: Asked & { a: Search; b: Search; part: ComparedPart }; answer: Compared };
  loosenings: { ask: Asked & { search: Search }; answer: Loosening[] };
}

export type Slice<T> = { readonly all: T } | { readonly stoppedAt: string };

type Sliced = { [K in keyof SliceCalls]: { ask: SliceCalls[K]['ask']; answer: Slice<SliceCalls[K]['answer']> } };

/** What a thread of the engine can be asked. */
export interface EngineCalls extends WriteCalls, Sliced {
  /** From now on reads what another thread holds. */
  follow: { ask: Readable; answer: null };
  /** Does what the first questions would have to wait for. */
  warm: { ask: null; answer: null };
  /** Writes what the engine holds, as of a sequence number. */
  save: { ask: { file: string; sequence: number }; answer: null };
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

answerCalls<EngineCalls>(
  {
    put({ records, removed }) {
      const { engine } = holding();
      for (const { data, reader } of records) engine.put([JSON.parse(data) as ListingRecord], reader);
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
    count: ({ search, ...asked }, call) => sliced(asked, call, (context) => holding().engine.count(search, context)),
    find: ({ search, part, ...asked }, call) => sliced(asked, call, (context) => holding().engine.find(search, context, part)),
    keys: ({ search, part, asOf, ...asked }, call) =>
      sliced(asked, call, (context) => jsonOf({ ...holding().engine.keys(search, context, part), asOf })),
    fitting: ({ search, ...asked }, call) => sliced(asked, call, (context) => jsonOf(holding().engine.fitting(search, context))),
    marks: ({ search, part, ...asked }, call) =>
      sliced(asked, call, (context) => jsonOf(holding().engine.marks(search, context, part))),
    tell: ({ search, set, keys, ...asked }, call) =>
      sliced(asked, call, (context) => holding().engine.tell(search, context, set, keys)),
    compare: ({ a, b, part, ...asked }, call) => sliced(asked, call, (context) => holding().engine.compare(a, b, context, part)),
    loosenings: ({ search, ...asked }, call) => sliced(asked, call, (context) => holding().engine.loosenings(search, context)),
    save({ file, sequence }) {
      const out = openSync(`${file}.new`, 'w', 0o600);
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
  },
  (answer) => (isBytes(answer) ? [answer.all.buffer] : []),
);

function jsonOf(value: unknown): Uint8Array<ArrayBuffer> {
  return new TextEncoder().encode(JSON.stringify(value));
}

function isBytes(answer: unknown): answer is { readonly all: Uint8Array<ArrayBuffer> } {
  return typeof answer === 'object' && answer !== null && 'all' in answer && answer.all instanceof Uint8Array;
}

/** Milliseconds after which a question that is not answered lets others go first. */
const SLICE_MS = 30;

/** The work's slice ended before the line or bound named. */
class SliceEnded extends Error {
  constructor(readonly at: string) {
    super();
  }
}

/** Works until all is answered, nobody waits any more, or the slice is over; a line or bound once begun is finished, and kept. */
function sliced<T>(asked: Asked, { isDropped }: Call, work: (context: EvaluationContext) => T): Slice<T> {
  const until = performance.now() + SLICE_MS;
  try {
    return {
      all: work({
        ...contextOf(asked),
        before(part) {
          if (isDropped() || performance.now() > until) throw new SliceEnded(part);
        },
      }),
    };
  } catch (error) {
    if (error instanceof SliceEnded) return { stoppedAt: error.at };
    throw error;
  }
}

/** The moment asked about; on the county's roads where the search asks for minutes, which another thread has measured. */
function contextOf({ time: { now, zone }, made, reader }: Asked): EvaluationContext {
  const times = made.length > 0 ? roads.times : undefined;
  times?.takeSweeps(made);
  return { now, zone, ...(times ? { roads: times } : {}), ...(reader === null ? {} : { reader }) };
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
