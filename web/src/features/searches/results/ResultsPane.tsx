import { useVirtualizer } from '@tanstack/react-virtual';
import { dollars, travelsOf } from '@perambula/core';
import type { Order, Prices, ResultSet, Search } from '@perambula/core';
import { Button, Checkbox, Segmented } from 'antd';
import { memo, useEffect, useMemo, useRef } from 'react';
import { useNow } from '../../../shared/clock.api.js';
import { thousands } from '../../../shared/format.js';
import { Empty, Waiting } from '../../../shared/Waiting.js';
import { usePreferences, useSetPreferences } from '../../preferences/index.js';
import { ColumnMenu } from './ColumnMenu.js';
import { USUAL_COLUMNS } from './columns.rules.js';
import type { Column } from './columns.rules.js';
import { saidMinutes } from '../lines/journey.rules.js';
import { wishesOf } from '../lines/lineEditing.rules.js';
import { OrderMenu } from './OrderMenu.js';
import { ResultCard } from './ResultCard.js';
import type { ResultRows } from './resultRows.api.js';
import { useResultsState } from './results.js';
import { ResultsTable } from './ResultsTable.js';
import { SaveAsFile } from './SaveAsFile.js';
import { classesOf } from '../../../shared/classes.js';
import pagesCss from '../pages.module.css';
import resultsCss from './results.module.css';
import ownCss from './ResultsPane.module.css';

const cx = classesOf(pagesCss, resultsCss, ownCss);

export type ResultsView = 'cards' | 'table';

interface Props {
  /** The search that the rows belong to. */
  readonly search: Search;
  readonly order: readonly Order[];
  readonly set: ResultSet;
  readonly view: ResultsView;
  readonly rows: ResultRows;
  /** How likely homes come within reach, by their keys; null where that is not known. */
  readonly chances: ReadonlyMap<string, number> | null;
  readonly likeliest: { readonly on: boolean; readonly choose: () => void };
  /** Whether only those chosen are shown. */
  readonly onlyChosen: boolean;
  /** Whether only what the map shows is listed. */
  readonly following: boolean;
  readonly hovered: string | null;
  readonly onHover: (key: string | null) => void;
  readonly onOrder: (order: readonly Order[]) => void;
  readonly onView: (view: ResultsView) => void;
  readonly onOnlyChosen: (only: boolean) => void;
}

const ROW_HEIGHT = 126;
/** A line more for each journey that the search names, and for why a home does not fit. */
const LINE_HEIGHT = 19;

/** What a search finds, as cards or as a table. It is drawn anew only when its rows change, not at each key typed. */
export const ResultsPane = memo(function ResultsPane(props: Props) {
  const { search, order, set, view, rows, onlyChosen, following, hovered, onHover, onOrder, onView, onOnlyChosen } = props;
  const { chances, likeliest } = props;
  const { keys, total, pending } = rows;
  const { chosen, toggle } = useResultsState();
  const columns = usePreferences().data?.resultColumns ?? USUAL_COLUMNS;
  const setPreferences = useSetPreferences().mutate;
  const keepColumns = (resultColumns: readonly Column[]): void => setPreferences({ resultColumns });
  const now = useNow();
  const wishes = useMemo(() => wishesOf(search), [search]);
  const journeys = useMemo(() => travelsOf(search), [search]);
  return (
    <section className={cx('results')} aria-label="Results">
      <ResultsHead {...{ search, order, set, view, columns, onOrder, onView, chances, likeliest }} onColumns={keepColumns} />
      {(keys.length > 0 || onlyChosen || following) && <Choosing {...{ rows, onlyChosen, following, onOrder, onOnlyChosen }} />}
      {pending && <Waiting what="Looking …" />}
      {!pending && keys.length === 0 && (onlyChosen ? <NoneChosen /> : following ? <NoneOnMap /> : <NothingFound set={set} />)}
      {keys.length > 0 &&
        (view === 'cards' ? (
          <Cards
            rows={rows}
            chances={chances}
            wishes={wishes}
            search={search}
            set={set}
            hovered={hovered}
            onHover={onHover}
            chosen={chosen}
            onToggle={toggle}
          />
        ) : (
          <ResultsTable
            rows={rows}
            chances={chances}
            now={now}
            columns={columns}
            journeys={journeys}
            onColumns={keepColumns}
            order={order}
            onOrder={onOrder}
            chosen={chosen}
            onToggle={toggle}
            onHover={onHover}
          />
        ))}
      {!onlyChosen && !following && total > keys.length && keys.length > rows.first.length && (
        <p className={cx('results-more')}>
          The first {thousands(keys.length)} of {thousands(total)} can be looked through. Narrow the search to see the others.
        </p>
      )}
    </section>
  );
});

interface HeadProps extends Pick<Props, 'search' | 'order' | 'set' | 'view' | 'onOrder' | 'onView' | 'chances' | 'likeliest'> {
  readonly columns: readonly Column[];
  readonly onColumns: (columns: readonly Column[]) => void;
}

/** How the results are ordered and shown. */
function ResultsHead({ search, order, set, view, columns, onOrder, onView, onColumns, chances, likeliest }: HeadProps) {
  return (
    <header className={cx('results-head')}>
      <OrderMenu
        order={order}
        journeys={travelsOf(search)}
        set={set}
        onOrder={onOrder}
        likeliest={chances && chances.size > 0 ? likeliest : null}
      />
      <span className={cx('results-tools')}>
        {view === 'table' && <ColumnMenu kinds={search.kinds} columns={columns} onChange={onColumns} />}
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
      </span>
    </header>
  );
}

type ChoosingProps = Pick<Props, 'rows' | 'onlyChosen' | 'following' | 'onOrder' | 'onOnlyChosen'>;

/** Choosing all, some or none of the results, and what they cost. */
function Choosing({ rows: { keys, prices }, onlyChosen, following, onOrder, onOnlyChosen }: ChoosingProps) {
  const { chosen, choose } = useResultsState();
  const shownChosen = useMemo(() => keys.filter((key) => chosen.has(key)).length, [keys, chosen]);
  const everyOne = keys.length > 0 && shownChosen === keys.length;
  return (
    <p className={cx('results-choosing')}>
      <Checkbox
        checked={everyOne}
        indeterminate={shownChosen > 0 && !everyOne}
        onChange={() => choose(everyOne ? [] : keys)}
        aria-label={everyOne ? 'Choose none' : `Choose all ${keys.length}`}
      >
        {shownChosen > 0 ? `${thousands(shownChosen)} chosen` : `choose all ${thousands(keys.length)}`}
      </Checkbox>
      {(shownChosen > 0 || onlyChosen) && (
        <Button size="small" type="link" onClick={() => onOnlyChosen(!onlyChosen)}>
          {onlyChosen ? 'show all again' : 'show only these'}
        </Button>
      )}
      {prices && keys.length > 1 && !onlyChosen && !following && (
        <PriceRange prices={prices} isShort={shownChosen > 0} onOrder={onOrder} />
      )}
    </p>
  );
}

function NoneChosen() {
  return <Empty title="None is chosen">Tick homes in the list to see them here by themselves.</Empty>;
}

function NoneOnMap() {
  return <Empty title="None lies where the map is">Move the map or go farther off; the list shows what it shows.</Empty>;
}

interface PriceRangeProps extends Pick<Props, 'onOrder'> {
  readonly prices: Prices;
  /** Without the middle, where others need the room. */
  readonly isShort: boolean;
}

/** The lowest and highest of all that was found, each leading to its home, and the middle. */
function PriceRange({ prices: { lowest, median, highest }, isShort, onOrder }: PriceRangeProps) {
  const first = (direction: Order['direction']) => (): void => onOrder([{ field: 'ListPrice', direction }]);
  return (
    <span className={cx('results-prices figure')}>
      <button type="button" className="link" onClick={first('asc')} aria-label={`Lowest ${dollars(lowest)}: lowest first`}>
        {dollars(lowest)}
      </button>{' '}
      to{' '}
      <button type="button" className="link" onClick={first('desc')} aria-label={`Highest ${dollars(highest)}: highest first`}>
        {dollars(highest)}
      </button>
      {!isShort && `, median ${dollars(median)}`}
    </span>
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

interface CardsProps {
  readonly rows: ResultRows;
  readonly chances: Props['chances'];
  readonly wishes: ReadonlyMap<string, string>;
  readonly search: Search;
  readonly set: ResultSet;
  readonly hovered: string | null;
  readonly onHover: (key: string | null) => void;
  readonly chosen: ReadonlySet<string>;
  readonly onToggle: (key: string) => void;
}

function Cards({ rows: { keys, rowAt, see }, chances, wishes, search, set, hovered, onHover, chosen, onToggle }: CardsProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const now = useNow();
  const height = ROW_HEIGHT + LINE_HEIGHT * (travelsOf(search).length + (set === 'fit' ? 0 : 1) + (chances ? 1.2 : 0));
  const virtual = useVirtualizer({
    count: keys.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 4,
  });
  const items = virtual.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, items[items.length - 1]?.index ?? 0];
  useEffect(() => see(from, to), [see, from, to]);
  return (
    <div ref={scroller} className={cx('cards')} tabIndex={0} role="region" aria-label="Results as cards">
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {items.map(({ index, start }) => {
          const row = rowAt(index);
          return (
            <div key={keys[index]} className={cx('cards-row')} style={{ height, transform: `translateY(${start}px)` }}>
              {row ? (
                <ResultCard
                  row={row}
                  now={now}
                  hovered={hovered === row.ListingKey}
                  chosen={chosen.has(row.ListingKey)}
                  wishes={wishes}
                  minutes={saidMinutes(search, row.minutes)}
                  chance={chances?.get(row.ListingKey)}
                  onHover={onHover}
                  onChoose={onToggle}
                />
              ) : (
                <div className={cx('result is-waiting')} />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
