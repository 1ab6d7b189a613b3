export { TodayService } from './today.service.js';
export { TodayModule } from './today.module.js';
