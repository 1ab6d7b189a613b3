export { KeptBoundRow } from './bound.entity.js';
export { BoundsModule } from './bounds.module.js';
