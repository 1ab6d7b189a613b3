export { DeskModule } from './desk.module.js';
export { Desk } from './desk.service.js';
export type { DeskCalls } from './desk.service.js';
