import { useEffect } from 'react';
import { isTyping } from '../../shared/isTyping.js';
import { useDraft } from './draft/draft.js';
import { useBeginAnew } from './draft/useBeginAnew.js';

/** Takes the search's last change back, or does it again. */
export function useUndoKeys(): void {
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (isTyping(event) || event.key.toLowerCase() !== 'z' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      const { undo, redo } = useDraft.getState();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}

/** One key begins anew, with the agent's usual lines. */
export function useNewKey(): void {
  const begin = useBeginAnew();
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== 'n' || event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
      event.preventDefault();
      begin();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [begin]);
}
