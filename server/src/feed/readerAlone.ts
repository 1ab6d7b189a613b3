import type { DataSource } from 'typeorm';
import type { Clock } from '../clock/index.js';
import type { Config } from '../common/config.js';
import { Surroundings } from '../common/surroundings.js';
import type { Steps } from '../steps/index.js';
import { FeedCursors } from './feed.cursors.js';
import { FeedGuards } from './feed.guards.js';
import { FeedReader } from './feed.reader.js';
import { FeedSettings } from './feed.settings.js';
import { ListingWriter } from './listing.writer.js';

/** A reader without a server about it, for what measures or kills it. */
export function readerAlone(
  database: DataSource,
  time: Pick<Clock, 'date' | 'now'>,
  config: Pick<Config, 'zone' | 'countyDir' | 'feed' | 'anewAfterDays'>,
): FeedReader {
  const clock = time as Clock;
  return new FeedReader(
    database,
    clock,
    new ListingWriter(database, clock, config),
    new FeedSettings(database, config),
    new FeedCursors(database),
    new FeedGuards(database, clock),
    new Surroundings(config.countyDir),
    { tell: () => Promise.resolve() } as unknown as Steps,
    config,
  );
}
