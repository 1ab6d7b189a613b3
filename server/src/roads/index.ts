export { CountyCircumstances } from './countyCircumstances.js';
export { RoadsModule } from './roads.module.js';
