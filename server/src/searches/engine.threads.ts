import { asking, spending } from '../common/requestBudget.js';
import { Gate } from '../common/gate.js';
import { Thread } from '../common/thread.js';
import { Turns } from '../common/turns.js';
import { workerScript } from '../common/workerScript.js';
import type { EngineCalls, Readable, SliceCalls, WriteCalls } from './engine.worker.js';

interface Reader {
  readonly thread: Thread<EngineCalls>;
  /** What it was last told of where the columns lie. */
  told: Readable | null;
}

/** Questions that a thread is given at once: one that it works at, and the next. */
const AT_ONCE = 2;
/** Calls whose answers grow with the result and are written in one go. */
const LONG_ANSWERS: ReadonlySet<keyof SliceCalls> = new Set(['keys', 'marks', 'loosenings', 'compare']);
/** The words of a million listings' remarks take more than other threads need; all else lies outside the heap. In MiB. */
const MOST_MEMORY = { maxOldGenerationSizeMb: 2048 };

/**
 * The engine's threads over one memory. One of them writes, alone; each answers, and a question goes to the one that has
 * the fewest waiting. Where memory cannot be shared, all is asked of the one that writes. People take turns: a question
 * that takes long is answered slice by slice, and others go in between; long answers leave one thread to the others.
 */
export class EngineThreads {
  private readonly gate = new Gate();
  private readonly turns: Turns;
  private readonly longTurns: Turns;
  private readonly writer: Thread<EngineCalls>;
  private readonly readers: readonly Reader[];
  /** Where the columns lie, as the writer last said. */
  private readable: Readable | null = null;

  /**
   * @param threads  how many there are, one at least
   * @param lost  called when the writer has ended: nothing is held any more
   */
  constructor(threads: number, workerData: unknown, lost: () => void) {
    this.turns = new Turns(AT_ONCE * threads);
    this.longTurns = new Turns(Math.max(1, threads - 1));
    const script = workerScript('searches/engine.worker.js');
    const options = { workerData, resourceLimits: MOST_MEMORY };
    this.writer = new Thread(script, options, () => {
      this.readable = null;
      void this.endReaders();
      lost();
    });
    this.readers = Array.from({ length: threads - 1 }, () => {
      const reader: Reader = {
        thread: new Thread<EngineCalls>(script, options, () => (reader.told = null)),
        told: null,
      };
      return reader;
    });
  }

  /** Asks what changes nothing, and is answered at once. */
  ask<K extends Exclude<keyof EngineCalls, keyof WriteCalls | keyof SliceCalls>>(
    call: K,
    ask: EngineCalls[K]['ask'],
  ): Promise<EngineCalls[K]['answer']> {
    return this.gate.read(() => this.askOf(this.freest(), call, ask));
  }

  /**
   * Asks what a search comes to, in slices until all of it is worked out.
   *
   * @param partOf  what is said of a line or bound by its id when it takes too long
   * @throws Failure when it takes more time than one request may
   */
  async askSliced<K extends keyof SliceCalls>(
    call: K,
    ask: SliceCalls[K]['ask'],
    partOf: (id: string) => string,
  ): Promise<SliceCalls[K]['answer']> {
    const all = (): Promise<SliceCalls[K]['answer']> => this.askAllSlices(call, ask, partOf);
    const request = asking();
    return LONG_ANSWERS.has(call) ? this.longTurns.take(request?.person ?? '', all, request?.signal) : all();
  }

  private async askAllSlices<K extends keyof SliceCalls>(
    call: K,
    ask: SliceCalls[K]['ask'],
    partOf: (id: string) => string,
  ): Promise<SliceCalls[K]['answer']> {
    const request = asking();
    for (const thread of [this.writer, ...this.readers.map((reader) => reader.thread)]) thread.receive();
    // what a slice worked out is kept in the thread that did
    let thread: Reader | null | undefined;
    let at = '';
    for (;;) {
      const slice = await this.turns.take(
        request?.person ?? '',
        () =>
          this.gate.read(async () => {
            thread = thread === undefined ? this.freest() : thread;
            const asked = thread;
            const works = asked?.thread ?? this.writer;
            await works.begun();
            return spending(
              () => partOf(at),
              works,
              (signal) => this.askOf(asked, call, ask, signal),
            );
          }),
        request?.signal,
      );
      if ('all' in slice) return slice.all;
      at = slice.stoppedAt;
    }
  }

  /** Lets every thread do what its first question would have to wait for, one after the other, so that the others answer meanwhile. */
  async warm(): Promise<void> {
    for (const reader of this.readers) await this.gate.read(() => this.askOf(reader, 'warm', null));
    await this.gate.read(() => this.askOf(null, 'warm', null));
  }

  /** Asks for a change, while nothing else is asked. */
  write<K extends keyof WriteCalls>(call: K, ask: WriteCalls[K]['ask']): Promise<WriteCalls[K]['answer']> {
    return this.gate.write(async () => {
      this.readable = null;
      try {
        const answer = await this.writer.ask(call, ask);
        this.readable = answer.readable;
        return answer;
      } catch (error) {
        // what the others read may stand elsewhere now
        await this.endReaders();
        throw error;
      }
    });
  }

  async end(): Promise<void> {
    await Promise.all([this.writer.end(), this.endReaders()]);
  }

  /** The reader with the fewest questions waiting; null where the writer has fewer. */
  private freest(): Reader | null {
    return this.readers.reduce<Reader | null>(
      (least, reader) => (reader.thread.unanswered < (least?.thread ?? this.writer).unanswered ? reader : least),
      null,
    );
  }

  /** Asks a reader that sees what the writer wrote; the writer itself where there is none, or nothing to see. */
  private async askOf<K extends keyof EngineCalls>(
    reader: Reader | null,
    call: K,
    ask: EngineCalls[K]['ask'],
    signal?: AbortSignal,
  ): Promise<EngineCalls[K]['answer']> {
    const { readable } = this;
    if (!reader || !readable) return this.writer.ask(call, ask, signal);
    if (reader.told === readable) return reader.thread.ask(call, ask, signal);
    reader.told = readable;
    // asked one after the other, and answered in that order
    const followed = reader.thread.ask('follow', readable).catch((error: unknown) => {
      reader.told = null;
      throw error;
    });
    const answered = reader.thread.ask(call, ask, signal);
    await Promise.all([followed, answered]);
    return answered;
  }

  private async endReaders(): Promise<void> {
    await Promise.all(this.readers.map(({ thread }) => thread.end()));
  }
}
