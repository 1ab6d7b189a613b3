import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import type { ListingMedia } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config, FeedAccess } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { bytesOf, Outside } from '../common/outside.js';
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
const PICTURES: readonly string[] = ['image/svg+xml', 'image/png', 'image/jpeg', 'image/webp'];

/** What the feed's side keeps beside the listings: pictures with their captions, and documents. */
@Injectable()
export class RecordsSource {
  private readonly outside: Outside;
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

  /** A listing's picture by its place, as `0.svg` or `0.png`; null when it has none there. */
  async picture(listingKey: string, file: string): Promise<{ body: Buffer; type: string } | null> {
    const feed = await this.settings.current();
    // the county's own feed draws its pictures as either, and need not be asked first
    const isCountys = feed !== null && this.config.county !== null && feed.root.startsWith(`${this.config.county.url}/`);
    const row = isCountys
      ? { MediaURL: `/media/${listingKey}/${file}` }
      : (await this.rowsOf(listingKey, feed)).filter(isPhoto)[parseInt(file)];
    const response = row && (await this.fileAt(row, feed));
    const [type = ''] = (response?.headers.get('content-type') ?? '').split(';');
    if (!response?.ok || !PICTURES.includes(type)) return null;
    const body = await bytesOf(response, MOST_PICTURE_BYTES);
    return body && { body, type };
  }

  /** A document as it is kept, or null when the listing has no such one, or it is no PDF. */
  async document(listingKey: string, file: string): Promise<Buffer | null> {
    const feed = await this.settings.current();
    const row = (await this.rowsOf(listingKey, feed)).filter(isDocument).find((each) => fileOf(each) === file);
    const response = row && (await this.fileAt(row, feed));
    const body = response?.ok ? await bytesOf(response, MOST_DOCUMENT_BYTES) : null;
    // ISO 32000-1, 7.5.2
    return body?.subarray(0, 5).toString('latin1') === '%PDF-' ? body : null;
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
    const { value } = (bytes ? jsonIn(bytes) : {}) as { value?: unknown };
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

function jsonIn(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8')) ?? {};
  } catch {
    return {};
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
