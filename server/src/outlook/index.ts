export { HomesAlike } from './homesAlike.js';
export { OutlookModule } from './outlook.module.js';
