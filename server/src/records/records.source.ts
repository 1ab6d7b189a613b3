import { Inject, Injectable } from '@nestjs/common';
import type { ListingMedia, PublicRecord } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { bytesOf, Outside } from '../common/outside.js';
import type { Response } from 'undici';
import { FeedSettings } from '../feed/index.js';
import type { FeedAddress } from '../feed/index.js';

interface MediaRow {
  readonly MediaCategory: string;
  readonly ShortDescription: string;
  readonly MediaURL: string;
}

const MOST_PICTURE_BYTES = 20_000_000;
const MOST_DOCUMENT_BYTES = 50_000_000;
const PICTURES: readonly string[] = ['image/svg+xml', 'image/png', 'image/jpeg', 'image/webp'];

/** What the feed's side keeps beside the listings: pictures' captions, documents, the county's public record. */
@Injectable()
export class RecordsSource {
  private readonly outside: Outside;

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
    // the demo's own feed draws its pictures as either, and need not be asked first
    const row = feed.chosen
      ? (await this.rowsOf(listingKey, feed)).filter(isPhoto)[parseInt(file)]
      : { MediaURL: `/media/${listingKey}/${file}` };
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

  /** A parcel's record, or null when the county has no such parcel. */
  async record(parcelNumber: string): Promise<PublicRecord | null> {
    const { url, token } = this.config.feed;
    const response = await this.ask(`${url}/records/${encodeURIComponent(parcelNumber)}`, token);
    return response.ok ? ((await response.json()) as PublicRecord) : null;
  }

  /** The Media resource's rows of a listing. */
  private async rowsOf(listingKey: string, { root, token }: FeedAddress): Promise<readonly MediaRow[]> {
    const filter = encodeURIComponent(`ResourceRecordKey eq '${listingKey.replaceAll("'", "''")}'`);
    const response = await this.ask(`${root}/Media?$filter=${filter}&$orderby=Order`, token);
    const { value } = response.ok ? ((await response.json().catch(() => ({}))) as { value?: unknown }) : {};
    return Array.isArray(value) ? value.filter(isMediaRow) : [];
  }

  /** A row's file, of the feed's own server; what another is said to keep is not asked for. */
  private async fileAt({ MediaURL }: Pick<MediaRow, 'MediaURL'>, { root, token }: FeedAddress): Promise<Response | null> {
    const url = new URL(MediaURL, root);
    return url.origin === new URL(root).origin ? this.ask(url.href, token) : null;
  }

  private async ask(url: string, token: string): Promise<Response> {
    try {
      return await this.outside.ask(url, {
        headers: { authorization: `Bearer ${token}` },
        signal: AbortSignal.timeout(8000),
      });
    } catch {
      throw new Failure('records.away', 'The county’s records cannot be reached just now. Try again in a minute.');
    }
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
