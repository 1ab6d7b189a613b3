export { lookUp, useHomes } from './homes.api.js';
export { PlaceField } from './PlaceField.js';
export { useAddresses } from './places.api.js';
export { placeAt, sayPosition } from './places.rules.js';
