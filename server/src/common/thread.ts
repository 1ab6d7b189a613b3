import { parentPort, Worker } from 'node:worker_threads';
import type { Transferable, WorkerOptions } from 'node:worker_threads';

/** What a thread can be asked, by name. */
type CallsOf<Calls> = { [K in keyof Calls]: { ask: unknown; answer: unknown } };

interface Asked {
  readonly id: number;
  readonly call: PropertyKey;
  readonly ask: unknown;
}

type Answered = { readonly id: number } & ({ readonly answer: unknown } | { readonly error: string; readonly stack?: string });

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

  /** @throws Error with the thread's own message, or when the thread ends before it answers */
  ask<K extends keyof Calls>(call: K, ask: Calls[K]['ask']): Promise<Calls[K]['answer']> {
    const worker = (this.worker ??= this.start());
    const id = ++this.asked;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      worker.postMessage({ id, call, ask } satisfies Asked);
    });
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
      else one?.reject(Object.assign(new Error(answered.error), { stack: answered.stack }));
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

/** In the thread: answers what is asked, each call by the function of its name. */
export function answerCalls<Calls extends CallsOf<Calls>>(
  answers: { [K in keyof Calls]: (ask: Calls[K]['ask']) => Calls[K]['answer'] | Promise<Calls[K]['answer']> },
  /** What of an answer is handed over rather than copied. */
  handedOver: (answer: Calls[keyof Calls]['answer']) => Transferable[] = () => [],
): void {
  const reply = async ({ id, call, ask }: Asked): Promise<void> => {
    try {
      const answer = await answers[call as keyof Calls](ask);
      parentPort?.postMessage({ id, answer } satisfies Answered, handedOver(answer));
    } catch (thrown) {
      const { message, stack } = thrown instanceof Error ? thrown : new Error(String(thrown));
      parentPort?.postMessage({ id, error: message, ...(stack ? { stack } : {}) } satisfies Answered);
    }
  };
  parentPort?.on('message', (asked: Asked) => void reply(asked));
}
