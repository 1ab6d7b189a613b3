export { NeedsModule } from './needs.module.js';
