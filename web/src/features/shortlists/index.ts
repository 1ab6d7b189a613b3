export { useAddToShortlist, useShortlists } from './shortlists.api.js';
