import type { SavedSearch } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { useNavigate } from 'react-router';
import { useDraft } from './draft.js';

/** Opens a saved search changed as somebody would have it: one step to undo, and saved by nobody but the agent. */
export function useTryInSearch(): (saved: SavedSearch, document: Search) => void {
  const navigate = useNavigate();
  return (saved, document) => {
    const draft = useDraft.getState();
    draft.load(saved);
    draft.change(document);
    void navigate(`/search/${saved.id}`);
  };
}
