export { WantedModule } from './wanted.module.js';
export { WantedService } from './wanted.service.js';
export { WhoWants } from './whoWants.js';
