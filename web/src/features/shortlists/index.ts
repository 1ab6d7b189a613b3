export { AddToShortlist } from './AddToShortlist.js';
export { ShortlistAnywhere } from './ShortlistAnywhere.js';
export { useShortlists } from './shortlists.api.js';
