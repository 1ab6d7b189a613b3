import type { Order, ResultSet } from '@perambula/core';
import { useCallback } from 'react';
import { useParameters } from '../../../shared/useParameters.js';
import { changeDraft } from '../draft/draft.js';
import { orderFrom } from './order.rules.js';
import type { ResultsView } from './ResultsPane.js';

/** Said in the address in place of an order by fields. */
const LIKELIEST = 'likeliest';

const SETS = ['fit', 'unknown', 'missByOne'] as const;

/** Which homes are looked at of those that were found. */
type Only = 'chosen' | 'view' | 'all';

interface Next {
  readonly show?: ResultSet;
  readonly line?: string | null;
  readonly as?: ResultsView;
  readonly only?: Only;
}

/** What of a search's results is shown and how, as the page's address says it: so it can be kept, sent and gone back to. */
export function useShown() {
  const [params, changeAddress] = useParameters();
  const set = SETS.find((each) => each === params.get('show')) ?? 'fit';
  const only = params.get('only');
  const show = useCallback(
    (next: Next): void =>
      changeAddress({
        show: next.show,
        line: next.line ?? (next.show ? null : undefined),
        as: next.as,
        only: next.only === 'all' ? null : next.only,
      }),
    [changeAddress],
  );
  const reorder = useCallback(
    (order: readonly Order[]): void => {
      if (set === 'missByOne') changeAddress({ misses: order.length === 0 ? null : JSON.stringify(order) });
      else changeDraft((now) => ({ ...now, order }));
    },
    [set, changeAddress],
  );
  const missOrder = params.get('misses');
  return {
    set,
    line: params.get('line'),
    view: params.get('as') === 'table' ? ('table' as const) : ('cards' as const),
    onlyChosen: only === 'chosen',
    following: only === 'view',
    /** Near misses come nearest first, whatever the search's order, unless another is chosen for them. */
    ownOrder: useCallback((order: readonly Order[]) => (set === 'missByOne' ? orderFrom(missOrder) : order), [set, missOrder]),
    address: params.toString(),
    show,
    reorder,
    /** Near misses come in the order of how likely they come within reach. */
    likeliestFirst: set === 'missByOne' && missOrder === LIKELIEST,
    orderLikeliest: useCallback((): void => changeAddress({ misses: LIKELIEST }), [changeAddress]),
    showAs: useCallback((as: ResultsView): void => show({ as }), [show]),
    showOnlyChosen: useCallback((on: boolean): void => show({ only: on ? 'chosen' : 'all' }), [show]),
    follow: useCallback((on: boolean): void => show({ only: on ? 'view' : 'all' }), [show]),
  };
}
