import { Button } from 'antd';
import { useCallback, useLayoutEffect, useRef } from 'react';
import { useKey } from '../../shared/keys.js';
import { useResultsState } from '../searches/index.js';
import { useListingAhead } from './listing.api.js';

interface Props {
  readonly listingKey: string;
  readonly onStep: (key: string) => void;
}

/** From one of the results to the one before and the next, which is fetched ahead. */
export function Steps({ listingKey, onStep }: Props) {
  const { keys } = useResultsState();
  const at = keys.indexOf(listingKey);
  useListingAhead(at < 0 ? undefined : keys[at + 1]);
  // keys can come faster than pages: each step goes on from where the last one leads
  const bound = useRef(at);
  useLayoutEffect(() => {
    bound.current = at;
  }, [at]);
  const go = useCallback(
    (step: number): void => {
      const next = bound.current < 0 ? undefined : keys[bound.current + step];
      if (next === undefined) return;
      bound.current += step;
      onStep(next);
    },
    [keys, onStep],
  );
  useKey('before', () => go(-1));
  useKey('next', () => go(1));
  if (at < 0) return null;
  return (
    <>
      <b className="figure">
        {(at + 1).toLocaleString('en-US')} of {keys.length.toLocaleString('en-US')}
      </b>
      <Button disabled={at === 0} onClick={() => go(-1)}>
        Previous
      </Button>
      <Button disabled={at === keys.length - 1} onClick={() => go(1)}>
        Next
      </Button>
    </>
  );
}
