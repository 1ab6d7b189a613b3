export { ListingEventRow, ListingRow, OpenHouseRow, SequenceRow } from './listing.entity.js';
export { asChange, ListingsService } from './listings.service.js';
export { ListingsModule } from './listings.module.js';
