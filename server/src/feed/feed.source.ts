import { setTimeout as wait } from 'node:timers/promises';
import { guardJson } from '@perambula/core';
import { log } from '../common/log.js';
import { bytesOf, InternalAddress } from '../common/outside.js';
import type { Response } from 'undici';
import { NotCsdl, readCsdl } from './csdl.js';
import type { Description } from './csdl.js';
import { STANDARD, theirName, theirValue, translate } from './dialect.js';
import type { Dialect, LookupRow } from './dialect.js';
import { NoAccess } from './feed.client.js';
import type { FeedClient } from './feed.client.js';
import type { Place, Raw } from './place.js';

const MOST_TRIES = 6;
/** How often a feed is asked by `in` before it is taken not to know it. */
const TRIES_OF_IN = 3;
const LONGEST_WAIT_MS = 20_000;
/** Whoever asks to be left alone for longer than this is, and the round ends. */
const LONGEST_PAUSE_MS = 8_000;
/** Nobody is left alone for longer than this, whatever they ask, in seconds. */
const LONGEST_LEFT_ALONE_S = 6 * 3600;
const MOST_BYTES = 64_000_000;
const MOST_LOOKUPS = 50_000;
/** Values in one test: those that OData's `in` names, and those that a feed without it is asked by `or`. */
const VALUES_A_TEST = { in: 300, or: 40 };

/** The feed has no such resource: not every feed carries all of them. */
export class NoSuchResource extends Error {}

/** The feed does not answer such a question: asking again is no use. */
class Refused extends Error {}

/**
 * A RESO Web API by its service root, as its reader sees it: pages of records in the Data Dictionary's names and values,
 * however the feed writes them, asked for again while the feed stumbles.
 */
export class FeedSource {
  /** Until when the feed wants to be left alone, milliseconds since 1970. */
  private quietUntil = 0;
  /** Whether it knows OData's `in`, which not every feed does; null before it was asked by it. */
  private knowsIn: boolean | null = null;

  constructor(
    private readonly root: string,
    private readonly client: Pick<FeedClient, 'ask'>,
    private readonly dialect: Dialect = STANDARD,
    private readonly pause: (ms: number) => Promise<unknown> = wait,
  ) {}

  /** The same feed, its records by the names and values of the Data Dictionary. */
  in(dialect: Dialect): FeedSource {
    return new FeedSource(this.root, this.client, dialect, this.pause);
  }

  /**
   * Records of a resource that changed after another one, by their last change and then their key.
   *
   * @throws NoSuchResource, or Error when the feed stays out of reach
   */
  async after(resource: string, key: string, from: Place): Promise<readonly Raw[]> {
    const [at, id] = ['ModificationTimestamp', key].map((field) => this.name(resource, field));
    // one moment can hold several records: the key tells those already read from the rest
    const filter = `(${at} gt ${from.at} or (${at} eq ${from.at} and ${id} gt ${quoted(from.key)}))`;
    const { value } = await this.get(`${resource}?$filter=${encodeURIComponent(filter)}&$orderby=${at},${id}`, pageIn);
    return this.read(resource, value);
  }

  /** All records of a resource, page after page; of each all fields, or one. */
  async *all(resource: string, select?: string): AsyncGenerator<readonly Raw[]> {
    yield* this.pages(resource, select === undefined ? '' : `$select=${this.name(resource, select)}`);
  }

  /** The records of a resource whose field is one of some values, page after page. */
  async *oneOf(resource: string, field: string, values: readonly string[]): AsyncGenerator<readonly Raw[]> {
    const name = this.name(resource, field);
    const theirs = resource === 'Property' ? values.map((value) => theirValue(field, value, this.dialect)) : values;
    for (let i = 0; i < theirs.length;) {
      const byIn = this.knowsIn !== false;
      const some = theirs.slice(i, i + (byIn ? VALUES_A_TEST.in : VALUES_A_TEST.or)).map(quoted);
      const filter = byIn ? `${name} in (${some.join(',')})` : some.map((value) => `${name} eq ${value}`).join(' or ');
      // one that does not know it may fail at it rather than refuse it
      const tries = this.knowsIn === null ? TRIES_OF_IN : MOST_TRIES;
      try {
        yield* this.pages(resource, `$filter=${encodeURIComponent(filter)}`, tries);
      } catch (error) {
        if (!byIn || error instanceof NoSuchResource || (this.knowsIn && !(error instanceof Refused))) throw error;
        this.knowsIn = false;
        continue;
      }
      if (byIn) this.knowsIn = true;
      i += some.length;
    }
  }

  /** The first listings that come, as the feed writes them. @throws Error saying what is wrong, at the first try */
  async first(many: number): Promise<readonly Raw[]> {
    const outcome = await this.attempt(`${this.root}/Property?$top=${many}`, pageIn).catch((error: unknown) => {
      if (error instanceof NoSuchResource) return { failed: 'it has no listings there' };
      if (error instanceof InternalAddress || error instanceof NoAccess || error instanceof Refused)
        return { failed: error.message };
      return { failed: error instanceof SyntaxError ? 'it does not answer with JSON' : sayFailure(error) };
    });
    if (!('read' in outcome)) throw new Error(outcome.failed);
    return outcome.read.value;
  }

  /** How the feed describes itself, or null where it does not, or not so that it can be read. */
  async description(): Promise<Description | null> {
    try {
      return await readCsdl(await this.get('$metadata', (text) => text));
    } catch (error) {
      if (error instanceof NoSuchResource || error instanceof Refused || error instanceof NotCsdl) return null;
      throw error;
    }
  }

  /** The Lookup resource; empty where the feed has none. */
  async lookups(): Promise<LookupRow[]> {
    const rows: LookupRow[] = [];
    try {
      for await (const page of this.pages('Lookup', '')) {
        rows.push(...page);
        if (rows.length > MOST_LOOKUPS) break;
      }
    } catch (error) {
      if (!(error instanceof NoSuchResource || error instanceof Refused)) throw error;
    }
    return rows;
  }

  /** What a field of a resource is called in a question to this feed. */
  private name(resource: string, field: string): string {
    return resource === 'Property' ? theirName(field, this.dialect) : field;
  }

  private read(resource: string, raws: readonly Raw[]): readonly Raw[] {
    return resource === 'Property' ? raws.map((raw) => translate(raw, this.dialect)) : raws;
  }

  private async *pages(resource: string, options: string, tries = MOST_TRIES): AsyncGenerator<readonly Raw[]> {
    let next: string | null = options === '' ? resource : `${resource}?${options}`;
    while (next !== null) {
      const page: Answer = await this.get(next, pageIn, tries);
      yield this.read(resource, page.value);
      next = page.next;
    }
  }

  private async get<T>(path: string, read: (text: string) => T, most = MOST_TRIES): Promise<T> {
    const url = path.startsWith('http') ? path : `${this.root}/${path}`;
    if (new URL(url).origin !== new URL(this.root).origin) throw new Error('The feed names a next page on another server.');
    if (Date.now() < this.quietUntil) throw leftAlone(this.quietUntil);
    for (let tries = 1; ; tries++) {
      const outcome = await this.attempt(url, read).catch((error: unknown) => {
        if (error instanceof NoSuchResource || error instanceof InternalAddress || error instanceof Refused) throw error;
        return { failed: sayFailure(error), retryAfter: 0, isBroken: false };
      });
      if ('read' in outcome) return outcome.read;
      if (outcome.retryAfter > LONGEST_PAUSE_MS) {
        this.quietUntil = Date.now() + outcome.retryAfter;
        throw leftAlone(this.quietUntil);
      }
      if (outcome.isBroken && this.isUndescribed(path)) throw new NoSuchResource(url);
      if (tries >= most) throw new Error(`The feed could not be read: ${outcome.failed}`);
      const pause = Math.min(LONGEST_PAUSE_MS, Math.max(outcome.retryAfter, 100 * 2 ** tries * (0.5 + Math.random())));
      log.debug({ url, failed: outcome.failed, pause }, 'the feed stumbled');
      await this.pause(pause);
    }
  }

  /** Whether the feed's own description knows nothing of a resource: then one that breaks when it is asked for is none. */
  private isUndescribed(path: string): boolean {
    const [resource = ''] = path.split('?');
    return this.dialect.resources !== null && !resource.includes('/') && !this.dialect.resources.has(resource);
  }

  /** @throws what cannot be read, and what is of no use to be asked again */
  private async attempt<T>(
    url: string,
    read: (text: string) => T,
  ): Promise<{ read: T } | { failed: string; retryAfter: number; isBroken: boolean }> {
    const response = await this.client.ask(url, LONGEST_WAIT_MS);
    if (response.ok) {
      const bytes = await bytesOf(response, MOST_BYTES);
      if (!bytes) throw new Error(`its answer is larger than ${MOST_BYTES / 1e6} MB`);
      return { read: read(bytes.toString('utf8')) };
    }
    await response.body?.cancel();
    if (response.status === 404) throw new NoSuchResource(url);
    const failed = `it answered ${response.status}`;
    if (REFUSALS.has(response.status)) throw new Refused(failed);
    return { failed, retryAfter: retryAfterOf(response), isBroken: response.status === 500 };
  }
}

/** A page of records in OData's JSON. @throws Error when it is none */
function pageIn(text: string): Answer {
  guardJson(text);
  const body = JSON.parse(text) as { value?: unknown; '@odata.nextLink'?: unknown } | null;
  const value = body?.value;
  if (!Array.isArray(value) || !value.every((each) => typeof each === 'object' && each !== null))
    throw new Error('it does not answer as a RESO Web API does');
  const next = body?.['@odata.nextLink'];
  return { value: value as readonly Raw[], next: typeof next === 'string' ? next : null };
}

/** Statuses that a question itself brings about. */
const REFUSALS: ReadonlySet<number> = new Set([400, 405, 406, 410, 414, 422, 501]);

/** Text as OData writes it. */
function quoted(text: string): string {
  return `'${text.replaceAll("'", "''")}'`;
}

function leftAlone(until: number): Error {
  return new Error(`The feed asks to be left alone until ${new Date(until).toISOString().slice(0, 16).replace('T', ' ')} UTC.`);
}

/** How long an answer asks to be left alone, milliseconds: seconds, or a date (RFC 9110, 10.2.3). */
function retryAfterOf(response: Response): number {
  const text = response.headers.get('retry-after') ?? '';
  const seconds = /^\d+$/.test(text) ? Number(text) : (Date.parse(text) - Date.now()) / 1000;
  return Number.isNaN(seconds) ? 0 : Math.min(Math.max(0, seconds), LONGEST_LEFT_ALONE_S) * 1000;
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
