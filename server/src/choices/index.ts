export { ChoicesModule } from './choices.module.js';
export { ChoicesService } from './choices.service.js';
