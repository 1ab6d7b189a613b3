import { Thread } from '../common/thread.js';
import { workerScript } from '../common/workerScript.js';
import type { Page, Place } from './place.js';
import type { ListingCalls, PagesData } from './listings.worker.js';
import type { ReadBatch } from './readRecord.js';

/** Pages of records are dropped young: room for them there spares most of the collector's work. In MiB. */
const ROOM_FOR_PAGES = { maxYoungGenerationSizeMb: 96 };

/** A feed's listings, page by page, asked for and read in a thread of its own while the one before is written. */
export class ListingPages {
  private readonly thread: Thread<ListingCalls>;

  constructor(workerData: PagesData) {
    this.thread = new Thread(workerScript('feed/listings.worker.js'), { workerData, resourceLimits: ROOM_FOR_PAGES });
  }

  /** @throws Error when the feed stays out of reach */
  async after(from: Place, now: number): Promise<Page & ReadBatch> {
    const { size, last, listings, json, ends, ...rest } = await this.thread.ask('after', { from, now });
    const text = Buffer.from(json.buffer);
    const records = listings.map((listing, i) => ({ ...listing, json: text.subarray(ends[i - 1] ?? 0, ends[i]) }));
    return { size, last, records, ...rest };
  }

  end(): Promise<void> {
    return this.thread.end();
  }
}
