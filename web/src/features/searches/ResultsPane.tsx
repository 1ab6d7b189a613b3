import { useVirtualizer } from '@tanstack/react-virtual';
import type { Row } from '@perambula/contract';
import { dollars } from '@perambula/core';
import type { Order, Prices, ResultSet, Search } from '@perambula/core';
import { Segmented, Select } from 'antd';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { useNow } from '../../shared/clock.api.js';
import { Empty, Waiting } from '../../shared/Waiting.js';
import { ResultCard } from './ResultCard.js';
import { useResultsState } from './results.js';
import { ResultsTable } from './ResultsTable.js';
import { SaveAsFile } from './SaveAsFile.js';
import { wishesOf } from './lineEditing.rules.js';
import { MOST_RESULTS } from './searches.api.js';

export type ResultsView = 'cards' | 'table';

interface Props {
  /** The search that the rows belong to. */
  readonly search: Search;
  readonly order: readonly Order[];
  readonly set: ResultSet;
  readonly view: ResultsView;
  readonly pending: boolean;
  readonly total: number;
  readonly rows: readonly Row[];
  readonly prices: Prices | null;
  readonly hovered: string | null;
  readonly onHover: (key: string | null) => void;
  readonly onOrder: (order: readonly Order[]) => void;
  readonly onView: (view: ResultsView) => void;
}

const ORDERS: readonly { readonly label: string; readonly order: readonly Order[] }[] = [
  { label: 'Latest change first', order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }] },
  { label: 'Newest first', order: [{ field: 'OnMarketDate', direction: 'desc' }] },
  { label: 'Lowest price first', order: [{ field: 'ListPrice', direction: 'asc' }] },
  { label: 'Highest price first', order: [{ field: 'ListPrice', direction: 'desc' }] },
  { label: 'Largest first', order: [{ field: 'LivingArea', direction: 'desc' }] },
];
const ROW_HEIGHT = 126;

/** What a search finds, as cards or as a table. It is drawn anew only when its rows change, not at each key typed. */
export const ResultsPane = memo(function ResultsPane({
  search,
  order,
  set,
  view,
  pending,
  total,
  rows,
  prices,
  hovered,
  onHover,
  onOrder,
  onView,
}: Props) {
  const { chosen, toggle, choose } = useResultsState();
  const wishes = useMemo(() => wishesOf(search), [search]);
  return (
    <section className="results" aria-label="Results">
      <header className="results-head">
        <Select
          size="small"
          variant="borderless"
          aria-label="Order"
          popupMatchSelectWidth={false}
          value={ORDERS.findIndex((each) => JSON.stringify(each.order) === JSON.stringify(order))}
          options={[
            { value: -1, label: set === 'missByOne' ? 'Nearest first' : 'In no order' },
            ...ORDERS.map(({ label }, value) => ({ value, label })),
          ]}
          onChange={(i) => onOrder(ORDERS[i]?.order ?? [])}
        />
        <Segmented
          size="small"
          value={view}
          onChange={onView}
          options={[
            { value: 'cards', label: 'Cards' },
            { value: 'table', label: 'Table' },
          ]}
        />
        <SaveAsFile search={search} set={set} />
      </header>
      {prices && rows.length > 1 && <PriceRange prices={prices} onOrder={onOrder} />}
      {pending && <Waiting what="Looking …" />}
      {!pending && rows.length === 0 && <NothingFound set={set} />}
      {rows.length > 0 &&
        (view === 'cards' ? (
          <Cards rows={rows} wishes={wishes} hovered={hovered} onHover={onHover} chosen={chosen} onToggle={toggle} />
        ) : (
          <TableFrame rows={rows} order={order} onOrder={onOrder} chosen={chosen} onChosen={choose} onHover={onHover} />
        ))}
      {total > MOST_RESULTS && (
        <p className="results-more">
          The first {MOST_RESULTS} of {total.toLocaleString('en-US')} are shown. Narrow the search to see the others.
        </p>
      )}
    </section>
  );
});

/** The lowest and highest of all that was found, each leading to its home, and the middle. */
function PriceRange({ prices: { lowest, median, highest }, onOrder }: { readonly prices: Prices } & Pick<Props, 'onOrder'>) {
  const first = (direction: Order['direction']) => (): void => onOrder([{ field: 'ListPrice', direction }]);
  return (
    <p className="results-prices figure">
      <button type="button" className="link" onClick={first('asc')} aria-label={`Lowest ${dollars(lowest)}: lowest first`}>
        {dollars(lowest)}
      </button>{' '}
      to{' '}
      <button type="button" className="link" onClick={first('desc')} aria-label={`Highest ${dollars(highest)}: highest first`}>
        {dollars(highest)}
      </button>
      , median {dollars(median)}
    </p>
  );
}

function NothingFound({ set }: { readonly set: ResultSet }) {
  if (set === 'fit')
    return (
      <Empty title="No home fits">
        See at each line what it alone holds back, and loosen that one. Homes that miss by one line stand under “miss by one”.
      </Empty>
    );
  if (set === 'unknown') return <Empty title="Nothing is left open">Every listing states what this search asks for.</Empty>;
  return <Empty title="Nothing misses by one line">Listings either fit or miss by more.</Empty>;
}

function Cards({
  rows,
  wishes,
  hovered,
  onHover,
  chosen,
  onToggle,
}: {
  readonly rows: readonly Row[];
  readonly wishes: ReadonlyMap<string, string>;
  readonly hovered: string | null;
  readonly onHover: (key: string | null) => void;
  readonly chosen: ReadonlySet<string>;
  readonly onToggle: (key: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const now = useNow();
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 4,
  });
  return (
    <div ref={scroller} className="cards" tabIndex={0} role="region" aria-label="Results as cards">
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index];
          return row ? (
            <div key={row.ListingKey} className="cards-row" style={{ transform: `translateY(${start}px)` }}>
              <ResultCard
                row={row}
                now={now}
                hovered={hovered === row.ListingKey}
                chosen={chosen.has(row.ListingKey)}
                wishes={wishes}
                onHover={onHover}
                onChoose={onToggle}
              />
            </div>
          ) : null;
        })}
      </div>
    </div>
  );
}

function TableFrame(props: Omit<React.ComponentProps<typeof ResultsTable>, 'height' | 'now'>) {
  const frame = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(300);
  const now = useNow();
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setHeight(entry.contentRect.height));
    if (frame.current) watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={frame} className="table-frame">
      <ResultsTable {...props} now={now} height={height} />
    </div>
  );
}
