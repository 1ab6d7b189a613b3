export { ClientRow, LinkRow, PersonRow } from './client.entity.js';
export { NewClientBody } from './dto/bodies.js';
export { ClientsModule } from './clients.module.js';
export { ClientsService, firstName, isCovered } from './clients.service.js';
export { ConfirmationsService } from './confirmations.service.js';
export { hoursOf } from './hoursOf.js';
export { LinksService } from './links.service.js';
export { KNOWN_DAYS, ReaderCodes } from './readerCodes.service.js';
