export { Clock } from './clock.service.js';
export { ClockModule } from './clock.module.js';
