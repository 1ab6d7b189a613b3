export { useMapAreas, useMapPlaces, useStreets } from './mapPlaces.api.js';
export { crossingsNamed } from './mapPlaces.rules.js';
export type { NamedArea, NamedPlace } from './mapPlaces.rules.js';
