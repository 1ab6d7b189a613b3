import { Inject, Injectable } from '@nestjs/common';
import type { ListingMedia, PublicRecord } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { FeedSettings } from '../feed/index.js';
import type { FeedAddress } from '../feed/index.js';

interface MediaRow {
  readonly MediaCategory: string;
  readonly ShortDescription: string;
  readonly MediaURL: string;
}

/** What the feed's side keeps beside the listings: pictures' captions, documents, the county's public record. */
@Injectable()
export class RecordsSource {
  constructor(
    private readonly settings: FeedSettings,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async media(listingKey: string): Promise<ListingMedia> {
    const rows = await rowsOf(listingKey, await this.settings.current());
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
      ? (await rowsOf(listingKey, feed)).filter(isPhoto)[parseInt(file)]
      : { MediaURL: `/media/${listingKey}/${file}` };
    if (!row) return null;
    const response = await fileAt(row, feed);
    const type = response.headers.get('content-type') ?? '';
    return response.ok && type.startsWith('image/') ? { body: Buffer.from(await response.arrayBuffer()), type } : null;
  }

  /** A document as it is kept, or null when the listing has no such one. */
  async document(listingKey: string, file: string): Promise<Buffer | null> {
    const feed = await this.settings.current();
    const row = (await rowsOf(listingKey, feed)).filter(isDocument).find((each) => fileOf(each) === file);
    const response = row && (await fileAt(row, feed));
    return response?.ok ? Buffer.from(await response.arrayBuffer()) : null;
  }

  /** A parcel's record, or null when the county has no such parcel. */
  async record(parcelNumber: string): Promise<PublicRecord | null> {
    const { url, token } = this.config.feed;
    const response = await ask(`${url}/records/${encodeURIComponent(parcelNumber)}`, token);
    return response.ok ? ((await response.json()) as PublicRecord) : null;
  }
}

/** The Media resource's rows of a listing. */
async function rowsOf(listingKey: string, { root, token }: FeedAddress): Promise<readonly MediaRow[]> {
  const filter = encodeURIComponent(`ResourceRecordKey eq '${listingKey.replaceAll("'", "''")}'`);
  const response = await ask(`${root}/Media?$filter=${filter}&$orderby=Order`, token);
  return response.ok ? ((await response.json()) as { value: readonly MediaRow[] }).value : [];
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

/** A row's file. The feed's token goes to the feed only, not to whoever keeps files for it. */
function fileAt({ MediaURL }: Pick<MediaRow, 'MediaURL'>, { root, token }: FeedAddress): Promise<Response> {
  const url = new URL(MediaURL, root);
  return ask(url.href, url.origin === new URL(root).origin ? token : null);
}

async function ask(url: string, token: string | null): Promise<Response> {
  try {
    return await fetch(url, {
      headers: token === null ? {} : { authorization: `Bearer ${token}` },
      signal: AbortSignal.timeout(8000),
    });
  } catch {
    throw new Failure('records.away', 'The county’s records cannot be reached just now. Try again in a minute.');
  }
}
