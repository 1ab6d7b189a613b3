export { PlacesModule } from './places.module.js';
