export { Tasks, TasksOfFile } from './Tasks.js';
export { useAddTask, useTasks } from './tasks.api.js';
