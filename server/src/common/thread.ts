import { readFileSync, readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { basename } from 'node:path';
import { MessageChannel, parentPort, receiveMessageOnPort, Worker } from 'node:worker_threads';
import type { MessagePort, ResourceLimits, Transferable, WorkerOptions } from 'node:worker_threads';
import { setTimeout as wait } from 'node:timers/promises';

const LOOK_EVERY_MS = 50;

/** What a thread may hold unless it says otherwise, in MiB; the less it may, the sooner it lets go of what it needs no more. */
const MOST_MEMORY: ResourceLimits = { maxOldGenerationSizeMb: 512, maxYoungGenerationSizeMb: 32 };

/** The number of what nobody asks, and every thread answers once it has begun. */
const BEGUN = 0;

/** What a thread can be asked, by name. */
type CallsOf<Calls> = { [K in keyof Calls]: { ask: unknown; answer: unknown } };

interface Asked {
  readonly id: number;
  readonly call: PropertyKey;
  readonly ask: unknown;
  /** One number, not 0 once nobody waits for the answer. */
  readonly dropped?: Int32Array;
}

/** What a thread says once it has begun: its number in the system; null where the system does not tell. */
type Begun = number | null;

type Answered = { readonly id: number } & ({ readonly answer: unknown } | { readonly error: ErrorData });

/** Nobody waits any more for what was asked. */
export class Dropped extends Error {}

interface Waiting {
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

/** A worker thread that is asked by name and answers. One that ended is started anew at the next call. */
export class Thread<Calls extends CallsOf<Calls>> {
  private worker: Worker | null = null;
  /** The end of the channel that calls go into and answers come from. */
  private port: MessagePort | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private asked = 0;
  private beginning: Promise<Begun> = Promise.resolve(null);
  /** Reads how long the worker has worked; null until it has begun. */
  private meter: WorkMeter | null = null;

  /** @param ended called when the thread has ended, whyever; what it held is lost */
  constructor(
    private readonly script: URL,
    private readonly options: WorkerOptions = {},
    private readonly ended: () => void = () => undefined,
  ) {}

  /** How many calls wait for their answer. */
  get unanswered(): number {
    return this.waiting.size;
  }

  /**
   * Waits until the thread can answer; one that has ended is started. That takes seconds on a slow machine, which should
   * not count as time that the first work took.
   */
  async begun(): Promise<void> {
    this.worker ??= this.start();
    await this.beginning;
  }

  /** Milliseconds that the thread has worked since it was started, to 10; none of them while others had the processor. */
  worked(): number {
    return this.meter?.worked() ?? 0;
  }

  /**
   * @param signal  what tells that nobody waits any more: what was not begun then never is, and what runs can see it
   * @throws what the thread threw, Dropped, or Error when the thread ends before it answers
   */
  ask<K extends keyof Calls>(call: K, ask: Calls[K]['ask'], signal?: AbortSignal): Promise<Calls[K]['answer']> {
    if (signal?.aborted) return Promise.reject(new Dropped());
    this.worker ??= this.start();
    const { port } = this;
    const id = ++this.asked;
    return new Promise((resolve, reject) => {
      const dropped = signal && new Int32Array(new SharedArrayBuffer(4));
      const drop = (): void => {
        if (dropped) Atomics.store(dropped, 0, 1);
        reject(new Dropped());
      };
      signal?.addEventListener('abort', drop, { once: true });
      const settle = (): void => signal?.removeEventListener('abort', drop);
      this.waiting.set(id, {
        resolve: (answer) => (settle(), resolve(answer)),
        reject: (error) => (settle(), reject(error)),
      });
      port?.postMessage({ id, call, ask, ...(dropped ? { dropped } : {}) } satisfies Asked);
    });
  }

  /** Whether the thread comes to have nothing to do within so many milliseconds. */
  async isIdle(within: number): Promise<boolean> {
    for (const until = Date.now() + within; this.waiting.size > 0; await wait(LOOK_EVERY_MS))
      if (Date.now() > until) return false;
    return true;
  }

  /**
   * Takes the answers that have come, without waiting for the event loop to come round to them: while many requests
   * come in at once a round takes long, and the thread would have nothing to do.
   */
  receive(): void {
    for (let got; this.port && (got = receiveMessageOnPort(this.port)) !== undefined;) this.settle(got.message as Answered);
  }

  async end(): Promise<void> {
    await this.worker?.terminate();
  }

  private settle(answered: Answered): void {
    const one = this.waiting.get(answered.id);
    this.waiting.delete(answered.id);
    if ('answer' in answered) one?.resolve(answered.answer as never);
    else one?.reject(errorOf(answered.error));
  }

  private start(): Worker {
    const { resourceLimits, ...options } = this.options;
    const worker = new Worker(this.script, { ...options, resourceLimits: { ...MOST_MEMORY, ...resourceLimits } });
    let failure = new Error('The thread ended before it answered.');
    const { port1, port2 } = new MessageChannel();
    port1.on('message', (answered: Answered) => this.settle(answered));
    worker.postMessage(port2, [port2]);
    this.port = port1;
    this.beginning = new Promise((resolve, reject) => {
      this.waiting.set(BEGUN, { resolve, reject });
    });
    this.beginning.then(
      (number) => (this.meter = new WorkMeter(worker, number)),
      // whoever asks hears of it
      () => undefined,
    );
    worker.on('error', (error: Error) => (failure = error));
    worker.on('exit', () => {
      if (this.worker !== worker) return;
      this.worker = null;
      this.port = null;
      this.meter = null;
      port1.close();
      for (const one of this.waiting.values()) one.reject(failure);
      this.waiting.clear();
      this.ended();
    });
    return worker;
  }
}

/** In the thread: what a call may want to know besides what is asked. */
export interface Call {
  /** Whether nobody waits for the answer any more. */
  readonly isDropped: () => boolean;
}

/** In the thread: answers what is asked, each call by the function of its name. */
export function answerCalls<Calls extends CallsOf<Calls>>(
  answers: { [K in keyof Calls]: (ask: Calls[K]['ask'], call: Call) => Calls[K]['answer'] | Promise<Calls[K]['answer']> },
  /** What of an answer is handed over rather than copied. */
  handedOver: (answer: Calls[keyof Calls]['answer']) => Transferable[] = () => [],
): void {
  const reply = async (port: MessagePort, { id, call, ask, dropped }: Asked): Promise<void> => {
    const isDropped = (): boolean => dropped !== undefined && Atomics.load(dropped, 0) !== 0;
    try {
      if (isDropped()) throw new Dropped();
      const answer = await answers[call as keyof Calls](ask, { isDropped });
      port.postMessage({ id, answer } satisfies Answered, handedOver(answer));
    } catch (thrown) {
      port.postMessage({ id, error: dataOf(thrown) } satisfies Answered);
    }
  };
  parentPort?.once('message', (port: MessagePort) => {
    port.postMessage({ id: BEGUN, answer: numberOfThread() } satisfies Answered);
    port.on('message', (asked: Asked) => void reply(port, asked));
  });
}

/** As the processor's time is shared out, from -20, the most, to 19. */
const BEHIND_OTHERS = 10;

/** In the thread: from now on the system lets every other thread go first. Does nothing where the system cannot. */
export function stepBehind(): void {
  const number = numberOfThread();
  try {
    // Linux gives each thread a priority of its own
    if (number !== null) setPriority(number, BEHIND_OTHERS);
  } catch {
    // not allowed to: all threads go alike
  }
}

/** In the thread: its number, on Linux. */
function numberOfThread(): Begun {
  try {
    return Number(basename(readlinkSync('/proc/thread-self')));
  } catch {
    return null;
  }
}

/** Linux counts what a thread worked in hundredths of a second. */
const TICK_MS = 10;

/** Tells how long a worker has worked. */
class WorkMeter {
  private lookedAt = -Infinity;
  private ms = 0;

  constructor(
    private readonly worker: Worker,
    private readonly number: Begun,
  ) {}

  /** Milliseconds; elsewhere than on Linux those too in which the thread would have worked, but others did. */
  worked(): number {
    const now = performance.now();
    if (now - this.lookedAt < TICK_MS) return this.ms;
    this.lookedAt = now;
    this.ms = this.number === null ? this.worker.performance.eventLoopUtilization().active : this.ticks(this.number) * TICK_MS;
    return this.ms;
  }

  private ticks(number: number): number {
    try {
      const stat = readFileSync(`/proc/self/task/${number}/stat`, 'latin1');
      // what follows the name, which may hold anything: proc_pid_stat(5), fields 14 and 15, for the program and the system
      const [user, system] = stat
        .slice(stat.lastIndexOf(')') + 2)
        .split(' ')
        .slice(11, 13);
      return Number(user) + Number(system);
    } catch {
      // the thread has ended
      return 0;
    }
  }
}

/** Of an error what is told across threads: its name and message, and what a failure says of itself besides. */
interface ErrorData {
  readonly name: string;
  readonly message: string;
  readonly stack?: string | undefined;
  readonly code?: unknown;
  readonly path?: unknown;
  readonly details?: unknown;
}

function dataOf(thrown: unknown): ErrorData {
  const error = thrown instanceof Error ? thrown : new Error(String(thrown));
  const { name, message, stack, code, path, details } = error as ErrorData;
  return { name, message, stack, code, path, details };
}

function errorOf(data: ErrorData): Error {
  return Object.assign(new Error(data.message), data);
}
