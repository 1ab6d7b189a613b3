export { EventsModule } from './events.module.js';
export { EventsService } from './events.service.js';
