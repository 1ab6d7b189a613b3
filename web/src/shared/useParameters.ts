import { useCallback, useContext } from 'react';
import { UNSAFE_DataRouterContext as RouterContext, useNavigation, useSearchParams } from 'react-router';

type Changes = Readonly<Record<string, string | null | undefined>>;

/**
 * The parameters of the page's address, a change of some of them (null takes one out; undefined leaves it) that is no
 * step back, and whether another page is on its way. Once one is, the address stays: a change of it would call that off.
 */
export function useParameters(): readonly [params: URLSearchParams, change: (changes: Changes) => void, leaving: boolean] {
  const [params, setParams] = useSearchParams();
  const leaving = useNavigation().state !== 'idle';
  // what was drawn last may not know yet that a link was pressed
  const router = useContext(RouterContext)?.router;
  const change = useCallback(
    (changes: Changes): void => {
      const next = router?.state.navigation.location;
      if (next && next.pathname !== window.location.pathname) return;
      const after = parametersNow();
      for (const [name, value] of Object.entries(changes)) {
        if (value === null) after.delete(name);
        else if (value !== undefined) after.set(name, value);
      }
      setParams(after, { replace: true, state: router?.state.location.state as unknown });
    },
    [setParams, router],
  );
  return [params, change, leaving];
}

/** The parameters of the address as it stands: the page may not have been drawn since a change of it. */
export function parametersNow(): URLSearchParams {
  return new URLSearchParams(window.location.search);
}
