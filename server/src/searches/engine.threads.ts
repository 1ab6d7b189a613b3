import { Gate } from '../common/gate.js';
import { Thread } from '../common/thread.js';
import type { EngineCalls, Readable, WriteCalls } from './engine.worker.js';

interface Reader {
  readonly thread: Thread<EngineCalls>;
  /** What it was last told of where the columns lie. */
  told: Readable | null;
}

/**
 * The engine's threads over one memory. One of them writes, alone; each answers, and a question goes to the one that has
 * the fewest waiting. Where memory cannot be shared, all is asked of the one that writes.
 */
export class EngineThreads {
  private readonly gate = new Gate();
  private readonly writer: Thread<EngineCalls>;
  private readonly readers: readonly Reader[];
  /** Where the columns lie, as the writer last said. */
  private readable: Readable | null = null;

  /**
   * @param threads  how many there are, one at least
   * @param lost  called when the writer has ended: nothing is held any more
   */
  constructor(threads: number, workerData: unknown, lost: () => void) {
    const script = new URL('./engine.worker.js', import.meta.url);
    this.writer = new Thread(script, { workerData }, () => {
      this.readable = null;
      void this.endReaders();
      lost();
    });
    this.readers = Array.from({ length: threads - 1 }, () => {
      const reader: Reader = {
        thread: new Thread<EngineCalls>(script, { workerData }, () => (reader.told = null)),
        told: null,
      };
      return reader;
    });
  }

  /** Asks what changes nothing. */
  ask<K extends Exclude<keyof EngineCalls, keyof WriteCalls>>(
    call: K,
    ask: EngineCalls[K]['ask'],
  ): Promise<EngineCalls[K]['answer']> {
    return this.gate.read(() => {
      const free = this.readers.reduce<Reader | null>(
        (least, reader) => (reader.thread.unanswered < (least?.thread ?? this.writer).unanswered ? reader : least),
        null,
      );
      return free && this.readable ? this.askReader(free, this.readable, call, ask) : this.writer.ask(call, ask);
    });
  }

  /** Lets every thread do what its first question would have to wait for, one after the other, so that the others answer meanwhile. */
  async warm(): Promise<void> {
    for (const reader of this.readers)
      await this.gate.read(async () => this.readable && this.askReader(reader, this.readable, 'warm', null));
    await this.gate.read(() => this.writer.ask('warm', null));
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

  private async askReader<K extends keyof EngineCalls>(
    reader: Reader,
    readable: Readable,
    call: K,
    ask: EngineCalls[K]['ask'],
  ): Promise<EngineCalls[K]['answer']> {
    if (reader.told === readable) return reader.thread.ask(call, ask);
    reader.told = readable;
    // asked one after the other, and answered in that order
    const followed = reader.thread.ask('follow', readable).catch((error: unknown) => {
      reader.told = null;
      throw error;
    });
    const answered = reader.thread.ask(call, ask);
    await Promise.all([followed, answered]);
    return answered;
  }

  private async endReaders(): Promise<void> {
    await Promise.all(this.readers.map(({ thread }) => thread.end()));
  }
}
