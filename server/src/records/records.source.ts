import { Inject, Injectable } from '@nestjs/common';
import type { ListingMedia, PublicRecord } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';

interface MediaRow {
  readonly MediaCategory: string;
  readonly ShortDescription: string;
  readonly MediaURL: string;
}

/** What the feed's side keeps beside the listings: pictures' captions, documents, the county's public record. */
@Injectable()
export class RecordsSource {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  async media(listingKey: string): Promise<ListingMedia> {
    const filter = encodeURIComponent(`ResourceRecordKey eq '${listingKey.replaceAll("'", "''")}'`);
    const response = await this.get(`/odata/Media?$filter=${filter}`);
    const rows = response.ok ? ((await response.json()) as { value: readonly MediaRow[] }).value : [];
    const of = (category: string): readonly MediaRow[] => rows.filter(({ MediaCategory }) => MediaCategory === category);
    return {
      pictures: of('Photo').map(({ ShortDescription }) => ShortDescription),
      documents: of('Document').map(({ ShortDescription, MediaURL }) => ({
        title: ShortDescription,
        file: MediaURL.split('/').at(-1) ?? '',
      })),
    };
  }

  /** A document as it is kept, or null when the listing has no such one. */
  async document(listingKey: string, file: string): Promise<Buffer | null> {
    const response = await this.get(`/documents/${encodeURIComponent(listingKey)}/${encodeURIComponent(file)}`);
    return response.ok ? Buffer.from(await response.arrayBuffer()) : null;
  }

  /** A parcel's record, or null when the county has no such parcel. */
  async record(parcelNumber: string): Promise<PublicRecord | null> {
    const response = await this.get(`/records/${encodeURIComponent(parcelNumber)}`);
    return response.ok ? ((await response.json()) as PublicRecord) : null;
  }

  private async get(path: string): Promise<Response> {
    const { url, token } = this.config.feed;
    try {
      return await fetch(`${url}${path}`, { headers: { authorization: `Bearer ${token}` }, signal: AbortSignal.timeout(8000) });
    } catch {
      throw new Failure('records.away', 'The county’s records cannot be reached just now. Try again in a minute.');
    }
  }
}
