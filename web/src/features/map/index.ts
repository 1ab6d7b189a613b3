export { MapView } from './MapView.js';
