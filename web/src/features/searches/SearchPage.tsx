import './search.css';
import { isEither, labelOf, sentenceOf } from '@perambula/core';
import type { Order, ResultSet } from '@perambula/core';
import { App, Button, Segmented, Tooltip } from 'antd';
import { Redo2, Undo2 } from 'lucide-react';
import { lazy, memo, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { deployment } from '../../shared/deployment.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useEscape } from '../../shared/useEscape.js';
import { useParameters } from '../../shared/useParameters.js';
import { useSettled } from '../../shared/useSettled.js';
import { Waiting } from '../../shared/Waiting.js';
import { Counts } from './Counts.js';
import { changeDraft, useDraft } from './draft/draft.js';
import { shownJourneys } from './lines/journey.rules.js';
import { orderFrom } from './results/order.rules.js';
import { withoutLine } from './lines/lineEditing.rules.js';
import { LinesPanel } from './LinesPanel.js';
import { useMarksOf } from './results/marks.api.js';
import type { Box } from './results/marks.api.js';
import { useResultRows } from './results/resultRows.api.js';
import { useResultsState } from './results/results.js';
import { ResultsPane } from './results/ResultsPane.js';
import type { ResultsView } from './results/ResultsPane.js';
import { PenBar } from './where/PenBar.js';
import { SaveBar } from './SaveBar.js';
import { SearchActions } from './draft/SearchActions.js';
import { SearchesMenu } from './draft/SearchesMenu.js';
import { Unread } from './lines/Unread.js';
import { useNewKey, useUndoKeys } from './searchKeys.js';
import { useDrawing, USUAL_RADIUS } from './where/useDrawing.js';
import { useUnfinished } from './draft/useUnfinished.js';
import { useCount, useSavedSearch } from './draft/searches.api.js';

const MapView = lazy(async () => ({ default: (await import('../searchMap/index.js')).MapView }));

const SETS = ['fit', 'unknown', 'missByOne'] as const;

/** What a telephone has room for one at a time, the counts above each. */
const PANES = [
  { value: 'lines', label: 'Search' },
  { value: 'map', label: 'Map' },
  { value: 'list', label: 'List' },
] as const;
type Pane = (typeof PANES)[number]['value'];

/** The search: its lines, the map, and what it finds. */
export function SearchPage() {
  const { searchId } = useParams();
  const [params, changeAddress] = useParameters();
  const draft = useDraft();
  const { open: openFile } = useOpenFile();
  const saved = useSavedSearch(searchId && searchId !== draft.searchId ? searchId : undefined);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const { document: search, change } = draft;

  useEffect(() => {
    // what is known of it may be old: another bound or another desk can have changed it
    if (!saved.data || saved.isFetching || saved.data.id === useDraft.getState().searchId) return;
    draft.load(saved.data);
    if (saved.data.clientId) openFile(saved.data.clientId);
  }, [saved.data, saved.isFetching, draft, openFile]);
  useEffect(() => {
    if (saved.isError) void message.error(messageOf(saved.error));
  }, [saved.isError, saved.error, message]);

  const [pane, setPane] = useState<Pane>('lines');
  const set = SETS.find((each) => each === params.get('show')) ?? 'fit';
  const line = params.get('line');
  const view = params.get('as') === 'table' ? 'table' : 'cards';
  const show = useCallback(
    (next: { show?: ResultSet; line?: string | null; as?: string; only?: 'chosen' | 'view' | 'all' }): void => {
      if (next.show) setPane('list');
      changeAddress({
        show: next.show,
        line: next.line ?? (next.show ? null : undefined),
        as: next.as,
        only: next.only === 'all' ? null : next.only,
      });
    },
    [changeAddress],
  );

  const [triedWithout, setTriedWithout] = useState<string | null>(null);
  const counted = useMemo(() => (triedWithout === null ? search : withoutLine(search, triedWithout)), [search, triedWithout]);
  const putBack = useCallback((): void => setTriedWithout(null), []);
  useEscape(triedWithout !== null, putBack);
  const count = useCount(counted);
  // the figures follow each key; the homes themselves, much more to fetch and draw, follow once typing rests
  const settled = useSettled(counted, 140);
  const { chosen, choose, setKeys } = useResultsState();
  const onlyChosen = params.get('only') === 'chosen';
  const following = params.get('only') === 'view';
  // near misses come nearest first, whatever the search's order, unless another is chosen for them
  const missOrder = params.get('misses');
  const found = useMemo(
    () => (set === 'missByOne' ? { ...settled, order: orderFrom(missOrder) } : settled),
    [settled, set, missOrder],
  );
  const marks = useMarksOf(settled, set, line, onlyChosen ? chosen : null);
  const [viewed, setViewed] = useState<Box | null>(null);
  const inView = useMemo(() => (following && marks && viewed ? marks.keysWithin(viewed) : null), [following, marks, viewed]);
  const rows = useResultRows(found, set, line, onlyChosen ? chosen : inView);
  const { keys } = rows;
  const [hovered, setHovered] = useState<string | null>(null);
  const drawing = useDrawing();
  const { pen, setPen, penMode, boundChosen, setBoundChosen, placed } = drawing;
  const takePen = useCallback(
    (next: typeof pen): void => {
      if (next) setPane('map');
      setPen(next);
    },
    [setPen],
  );
  useEffect(
    () => setKeys(keys, `/search${searchId ? `/${searchId}` : ''}?${params.toString()}`),
    [keys, setKeys, searchId, params],
  );
  useUndoKeys();
  useNewKey();
  useUnfinished();

  // the same from one key to the next, so that map and results are drawn anew only for what concerns them
  const journeys = useMemo(() => shownJourneys(counted), [counted]);
  const open = useCallback((key: string): void => void navigate(`/listings/${key}`), [navigate]);
  const reorder = useCallback(
    (order: readonly Order[]): void => {
      if (set === 'missByOne') changeAddress({ misses: order.length === 0 ? null : JSON.stringify(order) });
      else changeDraft((now) => ({ ...now, order }));
    },
    [set, changeAddress],
  );
  const showAs = useCallback((as: ResultsView): void => show({ as }), [show]);
  const showOnlyChosen = useCallback((only: boolean): void => show({ only: only ? 'chosen' : 'all' }), [show]);
  const follow = useCallback((on: boolean): void => show({ only: on ? 'view' : 'all' }), [show]);
  const shownChosen = useMemo(() => keys.filter((key) => chosen.has(key)), [keys, chosen]);
  const chooseNone = useCallback((): void => choose([]), [choose]);
  const sentence = sentenceOf(search);
  const lineShown = search.lines.find(({ id }) => id === line);
  const lineName =
    line === 'keepIn' || line === 'keepOut'
      ? 'where it is'
      : lineShown && !isEither(lineShown)
        ? labelOf(lineShown).replace(/^./, (first) => first.toLowerCase())
        : line;

  if (searchId && saved.isLoading) return <Waiting what="Opening the search …" />;
  return (
    <div className={`search is-${view} shows-${pane}`}>
      <Segmented className="search-panes" block aria-label="What to see" options={[...PANES]} value={pane} onChange={setPane} />
      <section className="search-lines" aria-label="The search">
        <header className="search-head">
          <div className="search-title">
            <SearchesMenu title={draft.name || 'New search'} />
            <Steps back={draft.past.length > 0} forward={draft.future.length > 0} undo={draft.undo} redo={draft.redo} />
            <SearchActions />
          </div>
          <p className="sentence">{sentence}</p>
          <Unread />
        </header>
        <LinesPanel
          search={search}
          count={count.data}
          stale={count.isPlaceholderData}
          pen={pen}
          onPen={takePen}
          onPlace={placed}
          onChange={change}
          boundChosen={boundChosen}
          onChooseBound={setBoundChosen}
          onShow={(next, of) => show({ show: next, line: of })}
          triedWithout={triedWithout}
          onTry={setTriedWithout}
        />
        <SaveBar count={count.data} search={counted} resting={settled === counted && !count.isPlaceholderData} />
      </section>
      <div className="search-found">
        <Counts
          count={count.data}
          stale={count.isPlaceholderData}
          problem={count.isError ? messageOf(count.error) : null}
          set={set}
          lineName={line && lineName}
          onShow={(next) => show({ show: next })}
          chosen={shownChosen}
          onChooseNone={chooseNone}
        />
        <div className="search-map">
          {pen && (
            <PenBar pen={pen} mode={penMode} onMode={drawing.setPenMode} onTyped={drawing.drawn} onPutAway={drawing.putAway} />
          )}
          <Suspense fallback={<Waiting what="Opening the map …" />}>
            <MapView
              label={`Map of ${deployment().place} with the bounds and the results; both also stand in the lists beside it`}
              caption={sentence}
              marks={marks?.marks ?? null}
              hovered={hovered}
              chosen={chosen}
              onHover={setHovered}
              onOpen={open}
              onView={setViewed}
              following={following}
              onFollow={follow}
              bounds={search.bounds}
              boundChosen={boundChosen}
              onChooseBound={setBoundChosen}
              pen={pen}
              penMode={penMode}
              usualRadius={USUAL_RADIUS}
              onDrawn={drawing.drawn}
              onReshaped={drawing.reshaped}
              journeys={journeys}
              onPointed={drawing.pointed}
              spotActions={drawing.spotActions}
            />
          </Suspense>
        </div>
        <ResultsPane
          search={found}
          order={set === 'missByOne' ? found.order : search.order}
          set={set}
          view={view}
          rows={rows}
          onlyChosen={onlyChosen}
          following={following}
          hovered={hovered}
          onHover={setHovered}
          onOrder={reorder}
          onView={showAs}
          onOnlyChosen={showOnlyChosen}
        />
      </div>
    </div>
  );
}

const Steps = memo(function Steps({
  back,
  forward,
  undo,
  redo,
}: {
  readonly back: boolean;
  readonly forward: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}) {
  return (
    <span className="search-steps">
      <Tooltip title="Take back (Ctrl Z)">
        <Button
          size="small"
          type="text"
          disabled={!back}
          onClick={undo}
          aria-label="Take back the last change"
          icon={<Undo2 size={15} />}
        />
      </Tooltip>
      <Tooltip title="Do again (Ctrl Shift Z)">
        <Button size="small" type="text" disabled={!forward} onClick={redo} aria-label="Do it again" icon={<Redo2 size={15} />} />
      </Tooltip>
    </span>
  );
});
