export { ListingEventRow, ListingRow, OwnListingRow, SequenceRow } from './listing.entity.js';
export { asChange, ListingsService } from './listings.service.js';
export { ownKey } from './ownKey.js';
export { ListingsModule } from './listings.module.js';
