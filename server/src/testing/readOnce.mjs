// One round of the feed's reader in a process of its own, for tests that kill it: FEED_URL, FEED_TOKEN, DATABASE, NOW.
import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { databaseOptions } from '../../dist/database.js';
import { FeedReader } from '../../dist/feed/feed.reader.js';
import { ListingWriter } from '../../dist/feed/listing.writer.js';

const { FEED_URL, FEED_TOKEN, DATABASE, NOW } = process.env;
const database = new DataSource(databaseOptions({ database: JSON.parse(DATABASE) }));
await database.initialize();
const clock = { date: () => new Date(Number(NOW)), now: () => Number(NOW) };
const config = { feed: { url: FEED_URL, token: FEED_TOKEN }, zone: 'America/New_York' };
await new FeedReader(database, clock, new ListingWriter(database, clock), config).pull();
await database.destroy();
