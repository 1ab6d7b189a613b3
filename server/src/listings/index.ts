export { ListingEventRow, ListingRow, OwnListingRow, SequenceRow } from './listing.entity.js';
export { asChange, ListingsService } from './listings.service.js';
export { MarketTales } from './market.tales.js';
export { ownKey } from './ownKey.js';
export { ListingsModule } from './listings.module.js';
