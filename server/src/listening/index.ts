export { ListeningModule } from './listening.module.js';
export { ListeningService } from './listening.service.js';
export { LearnedService } from './learned.service.js';
