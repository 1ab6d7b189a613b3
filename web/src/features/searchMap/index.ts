export { MapView } from './MapView.js';
export type { ShownJourney } from './journeys.api.js';
export type { SpotActions } from './SpotCard.js';
