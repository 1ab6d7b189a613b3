export { addressOf, byPlaceIn } from './place.rules.js';
