export { Clock } from './clock.service.js';
export { DemoClockRow } from './clock.entity.js';
export { ClockModule } from './clock.module.js';
