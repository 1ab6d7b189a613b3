export { TodayModule } from './today.module.js';
