export { baseMap } from './baseMap.js';
export { buildCounty, TIME_ZONE } from './county.js';
export { serveFeed } from './feed/serve.js';
export { readFilter } from './feed/filter.js';
export { Mailbox } from './mail/mailbox.js';
export { Market } from './market.js';
export type { FeedRecord } from './listingRecord.js';
export { newRecord } from './listingRecord.js';
export { randomOf } from './random.js';
