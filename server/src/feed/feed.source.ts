import { setTimeout as wait } from 'node:timers/promises';
import { log } from '../common/log.js';
import { InternalAddress } from '../common/outside.js';
import type { Outside } from '../common/outside.js';

export type Raw = Record<string, unknown>;

const MOST_TRIES = 6;
const LONGEST_MOMENT = 40;
const LONGEST_KEY = 60;
const LONGEST_WAIT_MS = 20_000;
const LONGEST_PAUSE_MS = 8_000;

/** Where in a resource's order a record stands: its last change, then its key. */
export interface Place {
  readonly at: string;
  readonly key: string;
}

/** A page as the reader follows it: how many records it held, and the place of the last; null when none has one. */
export interface Page {
  readonly size: number;
  readonly last: Place | null;
}

/** The feed has no such resource: not every feed carries all of them. */
export class NoSuchResource extends Error {}

/** A RESO Web API by its service root, as its reader sees it: pages of records, asked for again while the feed stumbles. */
export class FeedSource {
  constructor(
    private readonly root: string,
    private readonly token: string,
    private readonly outside: Pick<Outside, 'ask'>,
    private readonly pause: (ms: number) => Promise<unknown> = wait,
  ) {}

  /**
   * Records of a resource that changed after another one, by their last change and then their key.
   *
   * @throws NoSuchResource, or Error when the feed stays out of reach
   */
  async after(resource: string, key: string, from: Place): Promise<readonly Raw[]> {
    // one moment can hold several records: the key tells those already read from the rest
    const filter = `(ModificationTimestamp gt ${from.at} or (ModificationTimestamp eq ${from.at} and ${key} gt '${from.key.replaceAll("'", "''")}'))`;
    return (await this.get(`${resource}?$filter=${encodeURIComponent(filter)}&$orderby=ModificationTimestamp,${key}`)).value;
  }

  /** All records that a query gives, page after page. */
  async *all(query: string): AsyncGenerator<readonly Raw[]> {
    let next: string | null = query;
    while (next !== null) {
      const page: Answer = await this.get(next);
      yield page.value;
      next = page.next;
    }
  }

  /** @throws Error saying what is wrong when it does not answer, at the first try, with a page of listings */
  async probe(): Promise<void> {
    const outcome = await this.attempt(`${this.root}/Property?$top=1`).catch((error: unknown) => {
      if (error instanceof NoSuchResource) return { failed: 'it has no listings there' };
      if (error instanceof InternalAddress) return { failed: error.message };
      return { failed: error instanceof SyntaxError ? 'it does not answer with JSON' : 'it cannot be reached' };
    });
    if (!('value' in outcome)) throw new Error(outcome.failed);
  }

  private async get(path: string): Promise<Answer> {
    const url = path.startsWith('http') ? path : `${this.root}/${path}`;
    if (new URL(url).origin !== new URL(this.root).origin) throw new Error('The feed names a next page on another server.');
    for (let tries = 1; ; tries++) {
      const outcome = await this.attempt(url).catch((error: unknown) => {
        if (error instanceof NoSuchResource || error instanceof InternalAddress) throw error;
        return { failed: sayFailure(error), retryAfter: 0 };
      });
      if ('value' in outcome) return outcome;
      if (tries >= MOST_TRIES) throw new Error(`The feed could not be read: ${outcome.failed}`);
      const pause = Math.min(LONGEST_PAUSE_MS, Math.max(outcome.retryAfter, 100 * 2 ** tries * (0.5 + Math.random())));
      log.debug({ url, failed: outcome.failed, pause }, 'the feed stumbled');
      await this.pause(pause);
    }
  }

  private async attempt(url: string): Promise<Answer | { failed: string; retryAfter: number }> {
    const response = await this.outside.ask(url, {
      headers: { authorization: `Bearer ${this.token}` },
      signal: AbortSignal.timeout(LONGEST_WAIT_MS),
    });
    if (response.status === 404) throw new NoSuchResource(url);
    if (!response.ok) {
      await response.body?.cancel();
      const seconds = Number(response.headers.get('retry-after'));
      return { failed: `it answered ${response.status}`, retryAfter: Number.isFinite(seconds) ? seconds * 1000 : 0 };
    }
    const body = (await response.json()) as { value?: unknown; '@odata.nextLink'?: unknown } | null;
    const value = body?.value;
    if (!Array.isArray(value) || !value.every((each) => typeof each === 'object' && each !== null))
      return { failed: 'it does not answer as a RESO Web API does', retryAfter: 0 };
    const next = body?.['@odata.nextLink'];
    return { value: value as readonly Raw[], next: typeof next === 'string' ? next : null };
  }
}

function sayFailure(error: unknown): string {
  const { name, message } = error as Error;
  if (name === 'TimeoutError') return 'it does not answer';
  return name === 'TypeError' ? 'it cannot be reached' : message;
}

interface Answer {
  readonly value: readonly Raw[];
  readonly next: string | null;
}

export function isMoment(value: unknown): value is string {
  return typeof value === 'string' && value.length <= LONGEST_MOMENT && !Number.isNaN(Date.parse(value));
}

/**
 * The place of a page's last record, whatever their order; a record without a moment, or with one that is still to come,
 * has none: whoever went on from there would pass over what changes until then.
 */
export function lastOf(raws: readonly Raw[], key: string, now: number): Place | null {
  return raws
    .flatMap((raw) => {
      const [at, id] = [raw['ModificationTimestamp'], raw[key]];
      return isMoment(at) && Date.parse(at) <= now && typeof id === 'string' && id.length <= LONGEST_KEY ? { at, key: id } : [];
    })
    .reduce<Place | null>((last, place) => (last ? later(last, place) : place), null);
}

export function later(a: Place, b: Place): Place {
  return a.at > b.at || (a.at === b.at && a.key >= b.key) ? a : b;
}
