import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import type { ListingMedia } from '@perambula/contract';
import { asking } from '../common/requestBudget.js';
import { CONFIG } from '../common/config.js';
import type { Config, FeedAccess } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { log } from '../common/log.js';
import { bytesOf, jsonIn, Outside, writeTo } from '../common/outside.js';
import { temporaryFile } from '../common/temporaryFile.js';
import { Turns } from '../common/turns.js';
import type { Response } from 'undici';
import { FeedClient, FeedSettings } from '../feed/index.js';
import type { FeedAddress } from '../feed/index.js';

interface MediaRow {
  readonly MediaCategory: string;
  readonly ShortDescription: string;
  readonly MediaURL: string;
}

const LONGEST_MS = 8_000;
const MOST_PICTURE_BYTES = 20_000_000;
const MOST_ROWS_BYTES = 2_000_000;
const MOST_DOCUMENT_BYTES = 50_000_000;
/** What is longer goes to a file. */
const MOST_HELD_BYTES = 256_000;
/** Pictures and documents that are fetched at once; the feed is not to be overrun either. */
const FETCHED_AT_ONCE = 8;
const PICTURES: readonly string[] = ['image/svg+xml', 'image/png', 'image/jpeg', 'image/webp'];

/** Something that was fetched, to be handed on. */
export interface Fetched {
  readonly type: string;
  readonly stream: () => Readable;
  /** To be called once it was handed on, where it is there. */
  readonly remove?: () => Promise<void>;
}

/** What the feed's side keeps beside the listings: pictures with their captions, and documents. */
@Injectable()
export class RecordsSource {
  private readonly outside: Outside;
  private readonly turns = new Turns(FETCHED_AT_ONCE);
  /** The client last asked with, which may hold a token for a while. */
  private client: { readonly access: FeedAccess; readonly asks: FeedClient } | null = null;

  constructor(
    private readonly settings: FeedSettings,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    this.outside = new Outside(config.feed.internalHosts);
  }

  async media(listingKey: string): Promise<ListingMedia> {
    const rows = await this.rowsOf(listingKey, await this.settings.current());
    return {
      pictures: rows.filter(isPhoto).map(({ ShortDescription }) => ShortDescription),
      documents: rows.filter(isDocument).map((row) => ({ title: row.ShortDescription, file: fileOf(row) })),
    };
  }

  /**
   * A listing's picture by its place, as `0.svg` or `0.png`; null when it has none there. A large one comes as a file, which
   * whoever takes it removes: readers may be slow, and many.
   */
  picture(listingKey: string, file: string): Promise<Fetched | null> {
    const request = asking();
    return this.turns.take(request?.person ?? '', () => this.fetchPicture(listingKey, file), request?.signal);
  }

  private async fetchPicture(listingKey: string, file: string): Promise<Fetched | null> {
    const feed = await this.settings.current();
    // the county's own feed draws its pictures as either, and need not be asked first
    const isCountys = feed !== null && this.config.county !== null && feed.root.startsWith(`${this.config.county.url}/`);
    const row = isCountys
      ? { MediaURL: `/media/${listingKey}/${file}` }
      : (await this.rowsOf(listingKey, feed)).filter(isPhoto)[parseInt(file)];
    const response = row && (await this.fileAt(row, feed));
    const [type = ''] = (response?.headers.get('content-type') ?? '').split(';');
    if (!response?.ok || !PICTURES.includes(type)) {
      await response?.body?.cancel();
      return null;
    }
    return this.fetched(response, type, MOST_PICTURE_BYTES);
  }

  /** A document as it is kept, or null when the listing has no such one, or it is no PDF; large ones as pictures are. */
  document(listingKey: string, file: string): Promise<Fetched | null> {
    const request = asking();
    return this.turns.take(request?.person ?? '', () => this.fetchDocument(listingKey, file), request?.signal);
  }

  private async fetchDocument(listingKey: string, file: string): Promise<Fetched | null> {
    const feed = await this.settings.current();
    const row = (await this.rowsOf(listingKey, feed)).filter(isDocument).find((each) => fileOf(each) === file);
    const response = row && (await this.fileAt(row, feed));
    const fetched = response?.ok ? await this.fetched(response, 'application/pdf', MOST_DOCUMENT_BYTES) : null;
    // ISO 32000-1, 7.5.2
    if (!fetched || (await headOf(fetched, 5)) === '%PDF-') return fetched;
    await fetched.remove?.();
    return null;
  }

  /** What is short is held; what is longer goes to a file. */
  private async fetched(response: Response, type: string, most: number): Promise<Fetched | null> {
    const body = Readable.from(response.body ?? []);
    const chunks: Uint8Array[] = [];
    let bytes = 0;
    for await (const chunk of body.iterator({ destroyOnReturn: false })) {
      chunks.push(chunk as Uint8Array);
      bytes += (chunk as Uint8Array).length;
      if (bytes > MOST_HELD_BYTES) break;
    }
    if (bytes <= MOST_HELD_BYTES) return { type, stream: () => Readable.from(chunks) };
    const file = await temporaryFile('fetched');
    try {
      const all = (async function* () {
        yield* chunks;
        yield* body;
      })();
      if (await writeTo(file.path, all, most))
        return { type, stream: () => createReadStream(file.path), remove: () => file.remove() };
    } catch (error) {
      await file.remove();
      throw error;
    }
    await file.remove();
    return null;
  }

  /** A listing's pictures and documents: of the Media resource, or expanded in the listing where the feed has none. */
  private async rowsOf(listingKey: string, feed: FeedAddress | null): Promise<readonly MediaRow[]> {
    if (!feed) return [];
    const { root, access } = feed;
    const key = `'${listingKey.replaceAll("'", "''")}'`;
    const filter = encodeURIComponent(`ResourceRecordKey eq ${key}`);
    let response = await this.ask(`${root}/Media?$filter=${filter}&$orderby=Order`, access);
    if (response.status === 404) {
      const expanded = encodeURIComponent(`ListingKey eq ${key}`);
      response = await this.ask(`${root}/Property?$filter=${expanded}&$select=ListingKey&$expand=Media`, access);
    }
    const bytes = response.ok ? await bytesOf(response, MOST_ROWS_BYTES) : null;
    const { value } = jsonIn(bytes) as { value?: unknown };
    if (!Array.isArray(value)) return [];
    const [listing] = value as { Media?: unknown }[];
    const rows = Array.isArray(listing?.Media) ? (listing.Media as unknown[]) : value;
    return rows.filter(isMediaRow);
  }

  /**
   * A row's file: of the feed's own server, or, without its token, of another that the settings name for that. What any other is
   * said to keep is not asked for.
   */
  private async fileAt({ MediaURL }: Pick<MediaRow, 'MediaURL'>, feed: FeedAddress | null): Promise<Response | null> {
    if (!feed) return null;
    const { root, access } = feed;
    const url = new URL(MediaURL, root);
    if (url.origin === new URL(root).origin) return this.ask(url.href, access);
    return this.config.feed.mediaHosts.includes(url.host)
      ? this.reach(() => this.outside.ask(url.href, { signal: AbortSignal.timeout(LONGEST_MS) }))
      : null;
  }

  private clientOf(access: FeedAccess): FeedClient {
    if (!isDeepStrictEqual(this.client?.access, access)) this.client = { access, asks: new FeedClient(access, this.outside) };
    return (this.client as NonNullable<typeof this.client>).asks;
  }

  private ask(url: string, access: FeedAccess): Promise<Response> {
    return this.reach(() => this.clientOf(access).ask(url, LONGEST_MS));
  }

  private async reach(asking: () => Promise<Response>): Promise<Response> {
    try {
      return await asking();
    } catch {
      throw new Failure('records.away', 'The county’s records cannot be reached just now. Try again in a minute.');
    }
  }
}

/** The first characters of what was fetched. */
async function headOf(fetched: Fetched, many: number): Promise<string> {
  let head = Buffer.alloc(0);
  for await (const chunk of fetched.stream()) {
    head = Buffer.concat([head, chunk as Uint8Array]);
    if (head.length >= many) break;
  }
  return head.subarray(0, many).toString('latin1');
}

/** Hands on what was fetched, and removes it; a reader who leaves ends it. */
export async function handOn(fetched: Fetched, to: Writable): Promise<void> {
  try {
    await pipeline(fetched.stream(), to);
  } catch (error) {
    log.debug({ error }, 'not handed on whole');
  } finally {
    await fetched.remove?.();
  }
}

function isMediaRow(row: unknown): row is MediaRow {
  const { MediaCategory, MediaURL, ShortDescription } = (row ?? {}) as Record<string, unknown>;
  return (
    [MediaCategory, MediaURL, ShortDescription].every((each) => typeof each === 'string') &&
    URL.canParse(String(MediaURL), 'http://x')
  );
}

function isPhoto({ MediaCategory }: MediaRow): boolean {
  return MediaCategory === 'Photo';
}

function isDocument({ MediaCategory }: MediaRow): boolean {
  return MediaCategory === 'Document';
}

function fileOf({ MediaURL }: MediaRow): string {
  return MediaURL.split('/').at(-1) ?? '';
}
