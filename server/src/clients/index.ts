export { ClientRow, PersonRow, TaskRow } from './client.entity.js';
export { ClientsModule } from './clients.module.js';
export { ClientsService, firstName } from './clients.service.js';
export { LinksService } from './links.service.js';
