import { useKey } from '../../shared/keys.js';
import { useDraft } from './draft/draft.js';
import { useBeginAnew } from './draft/useBeginAnew.js';

/** The keys of the whole search: back, forward, and a new one. */
export function useSearchKeys(): void {
  useKey('takeBack', takeBack);
  useKey('doAgain', doAgain);
  useKey('newSearch', useBeginAnew());
}

function takeBack(): void {
  useDraft.getState().undo();
}

function doAgain(): void {
  useDraft.getState().redo();
}
