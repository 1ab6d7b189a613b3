export { TaskAnywhere } from './TaskAnywhere.js';
export { Tasks, TasksOfFile } from './Tasks.js';
export { useAddTask, useTasks } from './tasks.api.js';
