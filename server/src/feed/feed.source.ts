import { setTimeout as wait } from 'node:timers/promises';
import { log } from '../common/log.js';

export type Raw = Readonly<Record<string, unknown>>;

const MOST_TRIES = 6;
const LONGEST_PAUSE_MS = 8_000;

/** The feed has no such resource: not every feed carries all of them. */
export class NoSuchResource extends Error {}

/** A RESO Web API as its reader sees it: pages of records, asked for again while the feed stumbles. */
export class FeedSource {
  constructor(
    private readonly url: string,
    private readonly token: string,
    private readonly pause: (ms: number) => Promise<unknown> = wait,
  ) {}

  /**
   * Records of a resource that changed after another one, by their last change and then their key.
   *
   * @throws NoSuchResource, or Error when the feed stays out of reach
   */
  async after(resource: string, key: string, from: { at: string; key: string }, more = ''): Promise<readonly Raw[]> {
    // one moment can hold several records: the key tells those already read from the rest
    const filter = `${more}(ModificationTimestamp gt ${from.at} or (ModificationTimestamp eq ${from.at} and ${key} gt '${from.key}'))`;
    return (await this.get(`${resource}?$filter=${encodeURIComponent(filter)}&$orderby=ModificationTimestamp,${key}`)).value;
  }

  /** All records that a query gives, page after page. */
  async *all(query: string): AsyncGenerator<readonly Raw[]> {
    let next: string | null = query;
    while (next !== null) {
      const page: Page = await this.get(next);
      yield page.value;
      next = page.next;
    }
  }

  private async get(path: string): Promise<Page> {
    const url = path.startsWith('http') ? path : `${this.url}/odata/${path}`;
    for (let tries = 1; ; tries++) {
      const outcome = await this.attempt(url).catch((error: unknown) => {
        if (error instanceof NoSuchResource) throw error;
        return { failed: (error as Error).message, retryAfter: 0 };
      });
      if ('value' in outcome) return outcome;
      if (tries >= MOST_TRIES) throw new Error(`The feed could not be read: ${outcome.failed}`);
      const pause = Math.min(LONGEST_PAUSE_MS, Math.max(outcome.retryAfter, 100 * 2 ** tries * (0.5 + Math.random())));
      log.debug({ url, failed: outcome.failed, pause }, 'the feed stumbled');
      await this.pause(pause);
    }
  }

  private async attempt(url: string): Promise<Page | { failed: string; retryAfter: number }> {
    const response = await fetch(url, {
      headers: { authorization: `Bearer ${this.token}` },
      signal: AbortSignal.timeout(30_000),
    });
    if (response.status === 404) throw new NoSuchResource(url);
    if (!response.ok) {
      await response.body?.cancel();
      const seconds = Number(response.headers.get('retry-after'));
      return { failed: `it answered ${response.status}`, retryAfter: Number.isFinite(seconds) ? seconds * 1000 : 0 };
    }
    const body = (await response.json()) as { value: readonly Raw[]; '@odata.nextLink'?: string };
    return { value: body.value, next: body['@odata.nextLink'] ?? null };
  }
}

interface Page {
  readonly value: readonly Raw[];
  readonly next: string | null;
}
