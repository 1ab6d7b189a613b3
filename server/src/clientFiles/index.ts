export { ClientFilesModule } from './client.files.module.js';
