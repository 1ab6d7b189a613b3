export { EventsModule } from './events.module.js';
export { EventsService } from './events.service.js';
export { NoticeRow } from './notice.entity.js';
