export { PortalModule } from './portal.module.js';
export { PortalService } from './portal.service.js';
