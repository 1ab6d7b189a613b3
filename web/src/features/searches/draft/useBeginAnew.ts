import { useCallback } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useOpenFile } from '../../../shared/openFile.js';
import { useDraft } from './draft.js';
import { useStartingSearch } from './keptSearches.api.js';

/** Begins a new search with the agent's usual lines, for the open file, in the view that is shown. */
export function useBeginAnew(): () => void {
  const starting = useStartingSearch();
  const { clientId } = useOpenFile();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const view = params.get('as');
  return useCallback(() => {
    useDraft.getState().startNew(clientId, starting);
    void navigate(view === null ? '/search' : `/search?as=${encodeURIComponent(view)}`);
  }, [clientId, starting, navigate, view]);
}
