export { useAddTask, useTodayCount } from './today.api.js';
