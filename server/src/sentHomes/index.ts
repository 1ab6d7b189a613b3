export { SentHomes } from './sentHomes.js';
export { SentHomesModule } from './sentHomes.module.js';
