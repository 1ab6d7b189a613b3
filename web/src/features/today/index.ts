export { useTodayCount } from './today.api.js';
