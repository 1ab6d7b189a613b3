export { useHomes } from './homes.api.js';
export { PlaceField } from './PlaceField.js';
export { useAddresses, useMapAreas, useMapPlaces } from './places.api.js';
export { placeAt, sayPosition } from './places.rules.js';
export type { NamedArea, NamedPlace } from './places.rules.js';
