export { TaskRow } from './task.entity.js';
export { TasksModule } from './tasks.module.js';
export { TasksService } from './tasks.service.js';
