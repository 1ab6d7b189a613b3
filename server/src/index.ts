export { createApp } from './app.js';
export { Surroundings } from './common/surroundings.js';
export { databaseOptions } from './database.js';
export { FeedReader, FeedSettings, ListingWriter } from './feed/index.js';
export { ListingRow } from './listings/index.js';
export { EngineThreads } from './searches/index.js';
export type { PutRecord } from './searches/index.js';
export { Steps } from './steps/index.js';
