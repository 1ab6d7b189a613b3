export { ShowingRow } from './showing.entity.js';
export { ShowingsModule } from './showings.module.js';
export { ShowingsService } from './showings.service.js';
