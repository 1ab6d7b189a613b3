export { FeedCursorRow, FeedRejectRow } from './feed.entity.js';
export { FeedModule } from './feed.module.js';
export { FeedReader } from './feed.reader.js';
export { ListingWriter } from './listing.writer.js';
