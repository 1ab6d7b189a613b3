import { AsyncResource } from 'node:async_hooks';
import { Dropped } from './thread.js';

interface Waiting {
  readonly begin: () => void;
  readonly signal: AbortSignal | undefined;
}

/** Some work at a time, by turns: who has asked for much waits behind everybody who has asked for little. */
export class Turns {
  /** What waits, by person; whose turn is next comes first. */
  private readonly waiting = new Map<string, Waiting[]>();
  private running = 0;

  /** @param width  how much may run at once */
  constructor(private readonly width: number) {}

  /**
   * Does some work when its turn comes.
   *
   * @throws Dropped when nobody waits for it any more before it has begun; else what the work throws
   */
  take<T>(person: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    // it begins when somebody else's ends, and is its own asker's all the same
    const own = AsyncResource.bind(work);
    return new Promise<T>((resolve, reject) => {
      const leave = (): void => reject(new Dropped());
      signal?.addEventListener('abort', leave, { once: true });
      const begin = (): void => {
        signal?.removeEventListener('abort', leave);
        this.running++;
        void own()
          .then(resolve, reject)
          .finally(() => {
            this.running--;
            this.next();
          });
      };
      const others = this.waiting.get(person);
      if (others) others.push({ begin, signal });
      else this.waiting.set(person, [{ begin, signal }]);
      this.next();
    });
  }

  private next(): void {
    while (this.running < this.width) {
      const [turn] = this.waiting;
      if (!turn) return;
      const [person, [first, ...others]] = turn;
      this.waiting.delete(person);
      if (others.length > 0) this.waiting.set(person, others);
      if (first && !first.signal?.aborted) first.begin();
    }
  }
}
