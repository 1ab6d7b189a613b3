export { ListingEventRow, ListingRow, SequenceRow } from './listing.entity.js';
export { asChange, ListingsService } from './listings.service.js';
export { ListingsModule } from './listings.module.js';
