export { ShortlistsModule } from './shortlists.module.js';
export { ShortlistsService } from './shortlists.service.js';
export type { SharedShortlist } from './shortlists.service.js';
