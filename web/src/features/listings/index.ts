export { sayFitValue } from './fit.rules.js';
export { useFits, useListings } from './listing.api.js';
export { OutlookPanel } from './OutlookPanel.js';
export { ReadingDrawer } from './ReadingDrawer.js';
