export { AddToShortlist } from './AddToShortlist.js';
export { useDraft } from './draft.js';
export { useResultsState } from './results.js';
export { useSavedSearch } from './searches.api.js';
