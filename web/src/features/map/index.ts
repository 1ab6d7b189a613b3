export { MapView } from './MapView.js';
export { keysWithin, marksOf, onlyThose } from './marks.js';
export type { Marks } from './marks.js';
export type { SpotActions } from './SpotCard.js';
export type { ShownJourney } from './journeys.api.js';
