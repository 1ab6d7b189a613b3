import type { MadeSweeps, Travel } from '@perambula/core';
import { Dropped } from '../common/thread.js';

/** Bytes of sweeps kept. */
const MOST_BYTES = 64 * 2 ** 20;

interface Making {
  readonly made: Promise<MadeSweeps>;
  /** How many wait for it; it is stopped when nobody does any more. */
  waiting: number;
  readonly ending: AbortController;
}

/** The sweeps of journeys lately asked for: each is made once for all who ask meanwhile, and kept while there is room. */
export class Sweeps {
  private readonly making = new Map<string, Making>();
  private readonly kept = new Map<string, MadeSweeps>();
  private bytes = 0;

  constructor(
    private readonly make: (travel: Travel, signal: AbortSignal) => Promise<MadeSweeps>,
    private readonly mostBytes = MOST_BYTES,
  ) {}

  /** @throws Dropped when the signal says that this one waits no more; others who wait for the same still get it */
  async of(travel: Travel, signal?: AbortSignal): Promise<MadeSweeps> {
    const key = JSON.stringify(travel);
    const known = this.kept.get(key);
    if (known) {
      // the last in the map is the latest used
      this.kept.delete(key);
      this.kept.set(key, known);
      return known;
    }
    const making = this.making.get(key) ?? this.begin(key, travel);
    making.waiting++;
    return new Promise((resolve, reject) => {
      const leave = (): void => {
        if (--making.waiting === 0) making.ending.abort();
        reject(new Dropped());
      };
      if (signal?.aborted) return leave();
      signal?.addEventListener('abort', leave, { once: true });
      void making.made.then(resolve, reject).finally(() => signal?.removeEventListener('abort', leave));
    });
  }

  private begin(key: string, travel: Travel): Making {
    const ending = new AbortController();
    const made = this.make(travel, ending.signal);
    const making: Making = { made, waiting: 0, ending };
    this.making.set(key, making);
    // one that nobody waits for is no longer the one to wait for
    const over = (): void => void (this.making.get(key) === making && this.making.delete(key));
    ending.signal.addEventListener('abort', over, { once: true });
    made
      .then((sweeps) => this.keep(key, sweeps))
      .catch(() => undefined)
      .finally(over);
    return making;
  }

  private keep(key: string, made: MadeSweeps): void {
    this.kept.set(key, made);
    this.bytes += bytesOf(made);
    for (const [oldest, sweeps] of this.kept) {
      if (this.bytes <= this.mostBytes || oldest === key) return;
      this.kept.delete(oldest);
      this.bytes -= bytesOf(sweeps);
    }
  }
}

function bytesOf({ sweeps }: MadeSweeps): number {
  return [...sweeps.values()].reduce((sum, { byteLength }) => sum + byteLength, 0);
}
