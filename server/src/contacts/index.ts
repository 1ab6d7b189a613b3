export { ContactsModule } from './contacts.module.js';
export { ContactsService } from './contacts.service.js';
