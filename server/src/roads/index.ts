export { CountyContext } from './countyContext.js';
export { RoadsService } from './roads.service.js';
export { RoadsModule } from './roads.module.js';
