import { useEffect } from 'react';
import { isTyping } from './isTyping.js';

/** Does something at Escape while it is meant to: what is typed into, and whoever took the key before, go first. */
export function useEscape(isMeant: boolean, does: () => void): void {
  useEffect(() => {
    if (!isMeant) return;
    const key = (event: KeyboardEvent): void => {
      if (event.key === 'Escape' && !event.defaultPrevented && !isTyping(event)) does();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [isMeant, does]);
}
