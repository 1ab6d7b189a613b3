import './search.css';
import { useVirtualizer } from '@tanstack/react-virtual';
import { fieldOf, isEither, sentenceOf } from '@perambula/core';
import type { Order, ResultSet, Shape } from '@perambula/core';
import { App, Button, Segmented, Select, Tooltip } from 'antd';
import { Redo2, Undo2 } from 'lucide-react';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useSettled } from '../../shared/useSettled.js';
import { Empty, Waiting } from '../../shared/Waiting.js';
import { isTyping } from '../../shared/isTyping.js';
import { AddToShortlist } from './AddToShortlist.js';
import { changesUnsaved, freshId, useDraft } from './draft.js';
import { LinesPanel } from './LinesPanel.js';
import type { Pen } from './LinesPanel.js';
import { ResultCard } from './ResultCard.js';
import { useResultsState } from './results.js';
import { ResultsTable } from './ResultsTable.js';
import { SaveAsFile } from './SaveAsFile.js';
import { SaveBar } from './SaveBar.js';
import { MOST_RESULTS, useCount, useResults, useSavedSearch } from './searches.api.js';

const MapView = lazy(async () => ({ default: (await import('../map/index.js')).MapView }));

const ORDERS: readonly { readonly label: string; readonly order: readonly Order[] }[] = [
  { label: 'Latest change first', order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }] },
  { label: 'Newest first', order: [{ field: 'OnMarketDate', direction: 'desc' }] },
  { label: 'Lowest price first', order: [{ field: 'ListPrice', direction: 'asc' }] },
  { label: 'Highest price first', order: [{ field: 'ListPrice', direction: 'desc' }] },
  { label: 'Largest first', order: [{ field: 'LivingArea', direction: 'desc' }] },
];
const SETS = ['fit', 'unknown', 'missByOne'] as const;
const ROW_HEIGHT = 126;

/** The search: its lines, the map, and what it finds. */
export function SearchPage() {
  const { searchId } = useParams();
  const [params, setParams] = useSearchParams();
  const draft = useDraft();
  const { open: openFile } = useOpenFile();
  const saved = useSavedSearch(searchId && searchId !== draft.searchId ? searchId : undefined);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const { document: search, change } = draft;

  useEffect(() => {
    if (!saved.data || saved.data.id === useDraft.getState().searchId) return;
    draft.load(saved.data);
    if (saved.data.clientId) openFile(saved.data.clientId);
  }, [saved.data, draft, openFile]);
  useEffect(() => {
    if (saved.isError) void message.error(messageOf(saved.error));
  }, [saved.isError, saved.error, message]);

  const set = SETS.find((each) => each === params.get('show')) ?? 'fit';
  const line = params.get('line');
  const view = params.get('as') === 'table' ? 'table' : 'cards';
  const show = (next: { show?: ResultSet; line?: string | null; as?: string }): void =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        if (next.show) after.set('show', next.show);
        if (next.show && !next.line) after.delete('line');
        if (next.line) after.set('line', next.line);
        if (next.as) after.set('as', next.as);
        return after;
      },
      { replace: true },
    );

  const count = useCount(search);
  // the figures follow each key; the homes themselves, much more to fetch and draw, follow once typing rests
  const results = useResults(useSettled(search, 140), set, line);
  const rows = useMemo(() => results.data?.rows ?? [], [results.data]);
  const [hovered, setHovered] = useState<string | null>(null);
  const [pen, setPen] = useState<Pen>(null);
  const [penMode, setPenMode] = useState<'in' | 'out'>('in');
  const [boundChosen, setBoundChosen] = useState<string | null>(null);
  const { chosen, toggle, choose, setKeys } = useResultsState();
  useEffect(
    () =>
      setKeys(
        rows.map(({ ListingKey }) => ListingKey),
        `/search${searchId ? `/${searchId}` : ''}?${params.toString()}`,
      ),
    [rows, setKeys, searchId, params],
  );
  useUndoKeys();

  const drawn = (shape: Shape): void => {
    change({ ...search, bounds: [...search.bounds, { id: freshId(search), mode: penMode, shape }] });
    setPen(null);
  };
  const reshaped = (id: string, shape: Shape): void =>
    change({ ...search, bounds: search.bounds.map((bound) => (bound.id === id ? { ...bound, shape } : bound)) });
  const shownChosen = rows.filter(({ ListingKey }) => chosen.has(ListingKey)).map(({ ListingKey }) => ListingKey);
  const unsaved = changesUnsaved(draft);
  const lineShown = search.lines.find(({ id }) => id === line);
  const lineName =
    line === 'keepIn' || line === 'keepOut'
      ? 'where it is'
      : lineShown && !isEither(lineShown)
        ? fieldOf(lineShown.field)?.label.toLowerCase()
        : line;

  if (searchId && saved.isLoading) return <Waiting what="Opening the search …" />;
  return (
    <div className={`search is-${view}`}>
      <section className="search-lines" aria-label="The search">
        <header className="search-head">
          <div className="search-title">
            <h1>{draft.name || 'New search'}</h1>
            {unsaved > 0 && (
              <span className="chip chip-wait">
                {unsaved} {unsaved === 1 ? 'change' : 'changes'} unsaved
              </span>
            )}
            <span className="search-steps">
              <Tooltip title="Take back (Ctrl Z)">
                <Button
                  size="small"
                  type="text"
                  disabled={draft.past.length === 0}
                  onClick={draft.undo}
                  aria-label="Take back the last change"
                  icon={<Undo2 size={15} />}
                />
              </Tooltip>
              <Tooltip title="Do again (Ctrl Shift Z)">
                <Button
                  size="small"
                  type="text"
                  disabled={draft.future.length === 0}
                  onClick={draft.redo}
                  aria-label="Do it again"
                  icon={<Redo2 size={15} />}
                />
              </Tooltip>
            </span>
          </div>
          <p className="sentence">{sentenceOf(search)}</p>
        </header>
        <LinesPanel
          search={search}
          count={count.data}
          stale={count.isPlaceholderData}
          pen={pen}
          onPen={setPen}
          onChange={change}
          boundChosen={boundChosen}
          onChooseBound={setBoundChosen}
          onShow={(next, of) => show({ show: next, line: of })}
        />
        <SaveBar count={count.data} />
      </section>
      <div className="search-found">
        <header className="counts" role="group" aria-label="What the search finds">
          <CountButton
            figure={count.data?.fit}
            label="fit"
            on={set === 'fit'}
            stale={count.isPlaceholderData}
            onClick={() => show({ show: 'fit' })}
          />
          <CountButton
            figure={count.data?.unknown}
            label="unknown"
            on={set === 'unknown'}
            stale={count.isPlaceholderData}
            onClick={() => show({ show: 'unknown' })}
          />
          <CountButton
            figure={count.data?.missByOne}
            label="miss by one"
            on={set === 'missByOne'}
            stale={count.isPlaceholderData}
            onClick={() => show({ show: 'missByOne' })}
          />
          {line && (
            <Button size="small" onClick={() => show({ show: set })}>
              only by {lineName} ×
            </Button>
          )}
          {count.isError && <span className="problem">{messageOf(count.error)}</span>}
          <span className="counts-end">
            {shownChosen.length > 0 && (
              <button type="button" className="plain strong" onClick={() => choose([])}>
                {shownChosen.length} chosen ×
              </button>
            )}
            <AddToShortlist keys={shownChosen} onDone={() => choose([])} />
          </span>
        </header>
        <div className="search-map">
          {pen && (
            <div className="pen">
              <span>
                {pen === 'circle'
                  ? 'Click the middle, then drag out the distance and click again.'
                  : 'Click corner by corner; double-click ends it. Hold Shift and drag for a loop.'}
              </span>
              <Segmented
                size="small"
                value={penMode}
                onChange={setPenMode}
                options={[
                  { value: 'in', label: 'Keep in' },
                  { value: 'out', label: 'Keep out' },
                ]}
              />
              <Button size="small" onClick={() => setPen(null)}>
                Put the pen away
              </Button>
            </div>
          )}
          <Suspense fallback={<Waiting what="Opening the map …" />}>
            <MapView
              rows={rows}
              hovered={hovered}
              chosen={chosen}
              onHover={setHovered}
              onOpen={(key) => void navigate(`/listings/${key}`)}
              bounds={search.bounds}
              boundChosen={boundChosen}
              pen={pen}
              penMode={penMode}
              onDrawn={drawn}
              onReshaped={reshaped}
            />
          </Suspense>
        </div>
        <section className="results" aria-label="Results">
          <header className="results-head">
            <Select
              size="small"
              variant="borderless"
              aria-label="Order"
              popupMatchSelectWidth={false}
              value={ORDERS.findIndex(({ order }) => JSON.stringify(order) === JSON.stringify(search.order))}
              options={[
                { value: -1, label: set === 'missByOne' ? 'Nearest first' : 'In no order' },
                ...ORDERS.map(({ label }, value) => ({ value, label })),
              ]}
              onChange={(i) => change({ ...search, order: ORDERS[i]?.order ?? [] })}
            />
            <Segmented
              size="small"
              value={view}
              onChange={(as) => show({ as })}
              options={[
                { value: 'cards', label: 'Cards' },
                { value: 'table', label: 'Table' },
              ]}
            />
            <SaveAsFile search={search} set={set} />
          </header>
          {results.isPending && <Waiting what="Looking …" />}
          {results.isSuccess && rows.length === 0 && <NothingFound set={set} />}
          {rows.length > 0 &&
            (view === 'cards' ? (
              <Cards rows={rows} hovered={hovered} onHover={setHovered} chosen={chosen} onToggle={toggle} />
            ) : (
              <TableFrame
                rows={rows}
                order={search.order}
                onOrder={(order) => change({ ...search, order })}
                chosen={chosen}
                onChosen={choose}
                onHover={setHovered}
              />
            ))}
          {(results.data?.total ?? 0) > MOST_RESULTS && (
            <p className="results-more">
              The first {MOST_RESULTS} of {results.data?.total.toLocaleString('en-US')} are shown. Narrow the search to see the
              others.
            </p>
          )}
        </section>
      </div>
    </div>
  );
}

function useUndoKeys(): void {
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

function CountButton({
  figure,
  label,
  on,
  stale,
  onClick,
}: {
  readonly figure: number | undefined;
  readonly label: string;
  readonly on: boolean;
  readonly stale: boolean;
  readonly onClick: () => void;
}) {
  return (
    <button
      type="button"
      className={`count ${on ? 'is-on' : ''} ${stale ? 'is-stale' : ''}`}
      aria-pressed={on}
      onClick={onClick}
      data-count={label}
      data-stale={stale}
    >
      <b>{figure?.toLocaleString('en-US') ?? '–'}</b> {label}
    </button>
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

type Rows = NonNullable<ReturnType<typeof useResults>['data']>['rows'];

function Cards({
  rows,
  hovered,
  onHover,
  chosen,
  onToggle,
}: {
  readonly rows: Rows;
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
                onHover={onHover}
                onChoose={() => onToggle(row.ListingKey)}
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
