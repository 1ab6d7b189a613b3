export { CompHomes } from './compHomes.js';
export { CompsModule } from './comps.module.js';
