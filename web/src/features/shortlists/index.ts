export { useAddToShortlist } from './shortlists.api.js';
