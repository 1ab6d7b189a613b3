import { parentPort, Worker } from 'node:worker_threads';
import type { Transferable, WorkerOptions } from 'node:worker_threads';
import { setTimeout as wait } from 'node:timers/promises';

const LOOK_EVERY_MS = 50;

/** What a thread can be asked, by name. */
type CallsOf<Calls> = { [K in keyof Calls]: { ask: unknown; answer: unknown } };

interface Asked {
  readonly id: number;
  readonly call: PropertyKey;
  readonly ask: unknown;
  /** One number, not 0 once nobody waits for the answer. */
  readonly dropped?: Int32Array;
}

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
  private readonly waiting = new Map<number, Waiting>();
  private asked = 0;

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
   * @param signal  what tells that nobody waits any more: what was not begun then never is, and what runs can see it
   * @throws what the thread threw, Dropped, or Error when the thread ends before it answers
   */
  ask<K extends keyof Calls>(call: K, ask: Calls[K]['ask'], signal?: AbortSignal): Promise<Calls[K]['answer']> {
    if (signal?.aborted) return Promise.reject(new Dropped());
    const worker = (this.worker ??= this.start());
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
      worker.postMessage({ id, call, ask, ...(dropped ? { dropped } : {}) } satisfies Asked);
    });
  }

  /** Whether the thread comes to have nothing to do within so many milliseconds. */
  async isIdle(within: number): Promise<boolean> {
    for (const until = Date.now() + within; this.waiting.size > 0; await wait(LOOK_EVERY_MS))
      if (Date.now() > until) return false;
    return true;
  }

  async end(): Promise<void> {
    await this.worker?.terminate();
  }

  private start(): Worker {
    const worker = new Worker(this.script, this.options);
    let failure = new Error('The thread ended before it answered.');
    worker.on('message', (answered: Answered) => {
      const one = this.waiting.get(answered.id);
      this.waiting.delete(answered.id);
      if ('answer' in answered) one?.resolve(answered.answer as never);
      else one?.reject(errorOf(answered.error));
    });
    worker.on('error', (error: Error) => (failure = error));
    worker.on('exit', () => {
      if (this.worker !== worker) return;
      this.worker = null;
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
  const reply = async ({ id, call, ask, dropped }: Asked): Promise<void> => {
    const isDropped = (): boolean => dropped !== undefined && Atomics.load(dropped, 0) !== 0;
    try {
      if (isDropped()) throw new Dropped();
      const answer = await answers[call as keyof Calls](ask, { isDropped });
      parentPort?.postMessage({ id, answer } satisfies Answered, handedOver(answer));
    } catch (thrown) {
      parentPort?.postMessage({ id, error: dataOf(thrown) } satisfies Answered);
    }
  };
  parentPort?.on('message', (asked: Asked) => void reply(asked));
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
