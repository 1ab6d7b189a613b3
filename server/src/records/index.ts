export { PublicRecords } from './publicRecords.js';
export { AssessorReader } from './assessor.reader.js';
export { RecordsModule } from './records.module.js';
export { ToVerify } from './toVerify.js';
export { RecordsSource } from './records.source.js';
