// One round of the feed's reader in a process of its own, for tests that kill it: FEED_URL, FEED_TOKEN, DATABASE, NOW, COUNTY_DIR.
import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { Surroundings } from '../../dist/common/surroundings.js';
import { databaseOptions } from '../../dist/database.js';
import { FeedReader } from '../../dist/feed/feed.reader.js';
import { FeedSettings } from '../../dist/feed/feed.settings.js';
import { ListingWriter } from '../../dist/feed/listing.writer.js';

const { FEED_URL, FEED_TOKEN, DATABASE, NOW, COUNTY_DIR } = process.env;
const database = new DataSource(databaseOptions({ database: JSON.parse(DATABASE) }));
await database.initialize();
const clock = { date: () => new Date(Number(NOW)), now: () => Number(NOW) };
const config = {
  feed: { first: { root: FEED_URL, access: { token: FEED_TOKEN } }, internalHosts: ['127.0.0.1'] },
  zone: 'America/New_York',
  countyDir: COUNTY_DIR,
};
const writer = new ListingWriter(database, clock);
const reader = new FeedReader(
  database,
  clock,
  writer,
  new FeedSettings(database, config),
  new Surroundings(COUNTY_DIR),
  { tell: async () => undefined },
  config,
);
await reader.pull();
await reader.onModuleDestroy();
await database.destroy();
