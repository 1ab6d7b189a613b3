export { FeedClient } from './feed.client.js';
export { FeedModule } from './feed.module.js';
export { FeedPreviews } from './feed.previews.js';
export { FeedReader } from './feed.reader.js';
export { ListingImport } from './listing.import.js';
export { FeedSettings } from './feed.settings.js';
export type { FeedAddress } from './feed.settings.js';
export { readerAlone } from './readerAlone.js';
