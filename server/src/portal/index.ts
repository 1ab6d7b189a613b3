export { PortalModule } from './portal.module.js';
export { PortalService } from './portal.service.js';
export { PortalGuard, Visitor } from './portal.controller.js';
