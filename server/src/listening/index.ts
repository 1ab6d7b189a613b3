export { ListeningModule } from './listening.module.js';
export { ListeningService } from './listening.service.js';
