// One round of the feed's reader in a process of its own, for tests that kill it: FEED_URL, FEED_TOKEN, DATABASE, NOW, COUNTY_DIR.
import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { databaseOptions } from '../../dist/database.js';
import { readerAlone } from '../../dist/feed/readerAlone.js';

const { FEED_URL, FEED_TOKEN, DATABASE, NOW, COUNTY_DIR } = process.env;
const database = new DataSource(databaseOptions({ database: JSON.parse(DATABASE) }));
await database.initialize();
const clock = { date: () => new Date(Number(NOW)), now: () => Number(NOW) };
const reader = readerAlone(database, clock, {
  feed: { first: { root: FEED_URL, access: { token: FEED_TOKEN } }, internalHosts: ['127.0.0.1'] },
  zone: 'America/New_York',
  countyDir: COUNTY_DIR,
});
await reader.pull();
await reader.onModuleDestroy();
await database.destroy();
