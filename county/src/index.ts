export { buildCounty, TIME_ZONE } from './county.js';
export { serveFeed } from './feed/serve.js';
export { Mailbox } from './mail/mailbox.js';
export { Market } from './market.js';
export type { FeedRecord } from './feedRecord.js';
export { streamListings } from './stream.js';
export { randomOf } from './random.js';
