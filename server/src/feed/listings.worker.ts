import { workerData } from 'node:worker_threads';
import { Outside } from '../common/outside.js';
import { Surroundings } from '../common/surroundings.js';
import { answerCalls } from '../common/thread.js';
import type { Dialect } from './dialect.js';
import { FeedClient } from './feed.client.js';
import type { FeedAddress } from './feed.settings.js';
import { FeedSource } from './feed.source.js';
import { lastOf } from './place.js';
import type { Page, Place } from './place.js';
import { readBatch } from './readRecord.js';
import type { ReadBatch, ReadListing } from './readRecord.js';

/** A page of listings as it is handed over: all JSON in one piece, and where each record's ends. */
export interface PackedPage extends Page {
  readonly listings: readonly Omit<ReadListing, 'json'>[];
  readonly rejects: ReadBatch['rejects'];
  readonly gone: ReadBatch['gone'];
  readonly json: Uint8Array<ArrayBuffer>;
  readonly ends: Uint32Array<ArrayBuffer>;
}

/** What the thread is given. */
export interface PagesData extends FeedAddress {
  readonly dialect: Dialect;
  readonly countyDir: string;
  readonly internalHosts: readonly string[];
}

export interface ListingCalls {
  /** @param now  the latest moment at which anything can have changed */
  after: { ask: { from: Place; now: number }; answer: PackedPage };
}

const { root, access, dialect, countyDir, internalHosts } = workerData as PagesData;
const surroundings = new Surroundings(countyDir);
const source = new FeedSource(root, new FeedClient(access, new Outside(internalHosts)), dialect);

answerCalls<ListingCalls>(
  {
    async after({ from, now }) {
      const raws = await source.after('Property', 'ListingKey', from);
      const last = lastOf(raws, 'ListingKey', now);
      const { records, rejects, gone } = readBatch(raws, surroundings, now);
      let end = 0;
      const ends = Uint32Array.from(records, ({ json }) => (end += json.length));
      const json = new Uint8Array(end);
      records.forEach((record, i) => json.set(record.json, ends[i - 1] ?? 0));
      const listings = records.map(({ json: _, ...listing }) => listing);
      return { size: raws.length, last, listings, rejects, gone, json, ends };
    },
  },
  ({ json, ends }) => [json.buffer, ends.buffer],
);
