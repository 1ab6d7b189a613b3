export { CountyCircumstances } from './countyCircumstances.js';
export { RoadsService } from './roads.service.js';
export { RoadsModule } from './roads.module.js';
