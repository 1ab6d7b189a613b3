import { randomOf } from '../random.js';
import type { Random } from '../random.js';
import type { Page } from './query.js';

/** What goes wrong, each as a probability of 0 to 1 an answer; all absent means nothing does. */
export interface Faults {
  /** 503 instead of an answer. */
  readonly errors?: number;
  /** 429 with Retry-After. */
  readonly throttled?: number;
  /** The connection is cut within the answer. */
  readonly cut?: number;
  /** The answer comes a second late. */
  readonly slow?: number;
  /** The connection is taken, and nothing is ever said. */
  readonly silent?: number;
  /** A page of listings says that there are none. */
  readonly empty?: number;
  /** Some records of a page come twice. */
  readonly repeated?: number;
  /** A page's records come in any order. */
  readonly shuffled?: number;
  /** A listing comes with a status that nobody knows. */
  readonly unreadable?: number;
}

/** Makes an otherwise sound feed as unreliable as a real one can be. */
export class FaultMaker {
  private faults: Faults = {};
  private readonly random: Random = randomOf(97);

  set(faults: Faults): void {
    this.faults = faults;
  }

  happens(fault: keyof Faults): boolean {
    return this.random.chance(this.faults[fault] ?? 0);
  }

  /** A page as an unreliable feed would give it: the same records, some twice, in any order. */
  spoiled(page: Page): Page {
    let value = [...page.value];
    if (this.happens('repeated')) value = value.flatMap((row) => (this.random.chance(0.2) ? [row, row] : [row]));
    if (this.happens('shuffled')) {
      for (let i = value.length - 1; i > 0; i--) {
        const j = this.random.int(0, i);
        [value[i], value[j]] = [value[j] as (typeof value)[number], value[i] as (typeof value)[number]];
      }
    }
    return {
      ...page,
      value: value.map((row) =>
        'StandardStatus' in row && this.happens('unreadable') ? { ...row, StandardStatus: '???' } : row,
      ),
    };
  }
}
