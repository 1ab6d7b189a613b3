export { createApp } from './app.js';
export { databaseOptions } from './database.js';
export { readerAlone } from './feed/index.js';
export { ListingRow } from './listings/index.js';
export { EngineThreads } from './searches/index.js';
export type { PutRecord } from './searches/index.js';
