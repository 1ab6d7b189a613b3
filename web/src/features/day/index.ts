export { forgetDays } from './kept.js';
