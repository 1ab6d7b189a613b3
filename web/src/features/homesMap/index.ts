export { HomesOnMap } from './HomesOnMap.js';
