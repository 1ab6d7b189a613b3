export { PlacesModule } from './places.module.js';
export { AddressesService } from './addresses.service.js';
