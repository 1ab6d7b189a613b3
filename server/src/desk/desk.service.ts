import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy, Type } from '@nestjs/common';
import { asking, spending } from '../common/requestBudget.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Thread } from '../common/thread.js';
import { Turns } from '../common/turns.js';
import { workerScript } from '../common/workerScript.js';

/** What a thread of the desk can be asked. */
export interface DeskCalls {
  run: { ask: { service: string; method: string; args: readonly unknown[]; person: string }; answer: unknown };
}

type Method = (...args: never[]) => Promise<unknown>;
type MethodOf<T> = { [K in keyof T]: T[K] extends Method ? K : never }[keyof T];

type DeskThread = 'page' | 'file';
/**
 * The desk's kinds of work, where each is done, and how many milliseconds it may take: what somebody waits for at their page; what is
 * worked out once for everybody and kept, which the first waits for longer; and files, which may take a while.
 */
const KINDS = {
  page: { at: 'page', budget: 2_000 },
  kept: { at: 'page', budget: 15_000 },
  file: { at: 'file', budget: 120_000 },
} as const satisfies Record<string, { at: DeskThread; budget: number }>;
export type DeskKind = keyof typeof KINDS;
/** How long a thread may go on with what nobody waits for any more, before it is ended. */
const GRACE_MS = 3_000;

/**
 * Work that grows with what it is given, away from the thread that answers everybody: methods of services, called in a
 * thread of their own. There is one for pages and one for files, one piece of work at a time, and people take turns.
 */
@Injectable()
export class Desk implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly threads: Readonly<Record<DeskThread, Thread<DeskCalls>>>;
  private readonly turns = { page: new Turns(1), file: new Turns(1) };

  constructor(@Inject(CONFIG) private readonly config: Config) {
    const threadOf = (kind: DeskThread): Thread<DeskCalls> =>
      new Thread(workerScript('background.worker.js'), { workerData: { ...config, role: `desk.${kind}` } satisfies Config });
    this.threads = { page: threadOf('page'), file: threadOf('file') };
  }

  onApplicationBootstrap(): void {
    if (this.config.role === 'web') void this.begin().catch(() => undefined);
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all(Object.values(this.threads).map((thread) => thread.end()));
  }

  /** Begins both threads, what somebody waits for at their page first. */
  private async begin(): Promise<void> {
    for (const kind of ['page', 'file'] as const) await this.threads[kind].begun();
  }

  /**
   * Calls a method of a service in a thread of the desk. What it is given and gives must be plain data.
   *
   * @param part  what the work is, as it is named when it takes too long
   * @throws what the method throws, or Failure when it takes longer than such work may
   */
  run<T, K extends MethodOf<T>>(
    kind: DeskKind,
    part: string,
    service: Type<T>,
    method: K,
    ...args: T[K] extends (...args: infer A) => unknown ? A : never
  ): Promise<T[K] extends (...args: never[]) => Promise<infer A> ? A : never> {
    const request = asking();
    const person = request?.person ?? '';
    const { at, budget } = KINDS[kind];
    const thread = this.threads[at];
    const ask = { service: service.name, method: String(method), args, person };
    return new Promise((resolve, reject) => {
      const work = async (): Promise<void> => {
        await thread.begun();
        const answer = spending(
          () => part,
          thread,
          (signal) => thread.ask('run', ask, signal),
          budget,
        );
        // whoever asked hears at once; the turn is over when the thread is free again
        await answer.then((answered) => resolve(answered as never), reject);
        if (!(await thread.isIdle(GRACE_MS))) await thread.end();
      };
      this.turns[at].take(person, work, request?.signal).catch(reject);
    });
  }
}
