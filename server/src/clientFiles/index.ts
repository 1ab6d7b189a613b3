export { ClientFilesModule } from './client.files.module.js';
export { Correspondence } from './correspondence.js';
export { WholeFiles } from './wholeFiles.js';
