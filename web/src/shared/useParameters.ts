import { useCallback } from 'react';
import { useNavigation, useSearchParams } from 'react-router';

type Changes = Readonly<Record<string, string | null | undefined>>;

/**
 * The parameters of the page's address, a change of some of them (null takes one out; undefined leaves it) that is no
 * step back, and whether another page is on its way: a change of the address meanwhile would call that off.
 */
export function useParameters(): readonly [params: URLSearchParams, change: (changes: Changes) => void, leaving: boolean] {
  const [params, setParams] = useSearchParams();
  const leaving = useNavigation().state !== 'idle';
  const change = useCallback(
    (changes: Changes): void => {
      // the address as it stands: the page may not have been drawn since another change of it
      const after = new URLSearchParams(window.location.search);
      for (const [name, value] of Object.entries(changes)) {
        if (value === null) after.delete(name);
        else if (value !== undefined) after.set(name, value);
      }
      setParams(after, { replace: true });
    },
    [setParams],
  );
  return [params, change, leaving];
}
