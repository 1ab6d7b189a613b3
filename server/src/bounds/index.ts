export { BoundsModule } from './bounds.module.js';
