export { CompHomes } from './compHomes.js';
export { CompsFiles } from './compsFiles.js';
export { PriceModels } from './priceModels.js';
export { CompsModule } from './comps.module.js';
