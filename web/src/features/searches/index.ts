export { JourneyEditor } from './lines/JourneyEditor.js';
export { useStartingSearch } from './draft/keptSearches.api.js';
export { useTryInSearch } from './draft/useTryInSearch.js';
export { STARTING_SEARCH, useDraft } from './draft/draft.js';
export { useGazetteer } from './draft/gazetteer.api.js';
export { useResultsState } from './results/results.js';
export { useChoices, useCount, useSavedSearch, useSavedSearches } from './draft/searches.api.js';
