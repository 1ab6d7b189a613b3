export { RecordsModule } from './records.module.js';
