export { EngineHost } from './engine.host.js';
export { ListingFiles } from './listing.files.js';
export { SearchDocuments } from './search.documents.js';
export { SavedSearches } from './saved.searches.js';
export { SearchRow } from './search.entity.js';
export { SearchesModule } from './searches.module.js';
export { SearchesService } from './searches.service.js';
export { EngineThreads } from './engine.threads.js';
export type { PutRecord } from './engine.worker.js';
