export { AddToShortlist } from './AddToShortlist.js';
export { useStartingSearch } from './keptSearches.api.js';
export { STARTING_SEARCH, useDraft } from './draft.js';
export { useGazetteer } from './gazetteer.api.js';
export { useResultsState } from './results.js';
export { useChoices, useCount, useSavedSearch, useSavedSearches } from './searches.api.js';
