export { AssessorReader } from './assessor.reader.js';
export { RecordsModule } from './records.module.js';
