export { CompHomes } from './compHomes.js';
export { PriceModels } from './priceModels.js';
export { CompsModule } from './comps.module.js';
