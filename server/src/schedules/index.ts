export { AlertRow } from './schedule.entity.js';
export { alertState, Schedules } from './schedules.js';
export { SchedulesModule } from './schedules.module.js';
