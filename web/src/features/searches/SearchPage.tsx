import './search.css';
import { isEither, labelOf, sentenceOf } from '@perambula/core';
import type { ResultSet, Search } from '@perambula/core';
import { Segmented } from 'antd';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { deployment } from '../../shared/deployment.js';
import { messageOf } from '../../shared/http.js';
import { useEscape } from '../../shared/useEscape.js';
import { useSettled } from '../../shared/useSettled.js';
import { Waiting } from '../../shared/Waiting.js';
import { Counts } from './Counts.js';
import { useDraft } from './draft/draft.js';
import { SearchActions } from './draft/SearchActions.js';
import { useCount } from './draft/searches.api.js';
import { SearchesMenu } from './draft/SearchesMenu.js';
import { Steps } from './draft/Steps.js';
import { useOpened } from './draft/useOpened.js';
import { useUnfinished } from './draft/useUnfinished.js';
import { shownJourneys } from './lines/journey.rules.js';
import { withoutLine } from './lines/lineEditing.rules.js';
import { Unread } from './lines/Unread.js';
import { LinesPanel } from './LinesPanel.js';
import { useResultsState } from './results/results.js';
import { ResultsPane } from './results/ResultsPane.js';
import { useFound } from './results/useFound.js';
import { useShown } from './results/useShown.js';
import { SaveBar } from './SaveBar.js';
import { useSearchKeys } from './searchKeys.js';
import { PenBar } from './where/PenBar.js';
import { useDrawing, USUAL_RADIUS } from './where/useDrawing.js';

const MapView = lazy(async () => ({ default: (await import('../searchMap/index.js')).MapView }));

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
  const isOpening = useOpened(searchId);
  useSearchKeys();
  useUnfinished();
  return isOpening ? <Waiting what="Opening the search …" /> : <Opened page={`/search${searchId ? `/${searchId}` : ''}`} />;
}

/** @param page  the page's address without its parameters */
function Opened({ page }: { readonly page: string }) {
  const draft = useDraft();
  const { document: search, change } = draft;
  const [pane, setPane] = useState<Pane>('lines');
  const shown = useShown();
  const { set, line, show } = shown;
  const showSet = (next: ResultSet, of?: string | null): void => {
    setPane('list');
    show({ show: next, ...(of === undefined ? {} : { line: of }) });
  };
  const [triedWithout, setTriedWithout] = useState<string | null>(null);
  const counted = useMemo(() => (triedWithout === null ? search : withoutLine(search, triedWithout)), [search, triedWithout]);
  const putBack = useCallback((): void => setTriedWithout(null), []);
  useEscape(triedWithout !== null, putBack);
  const count = useCount(counted);
  // the figures follow each key; the homes themselves, much more to fetch and draw, follow once typing rests
  const settled = useSettled(counted, 140);
  const { found, marks, rows, setViewed } = useFound(settled, shown, page);
  const { chosen, choose } = useResultsState();
  const [hovered, setHovered] = useState<string | null>(null);
  const drawing = useDrawing();
  const { pen, setPen, boundChosen, setBoundChosen } = drawing;
  const takePen = useCallback(
    (next: typeof pen): void => {
      if (next) setPane('map');
      setPen(next);
    },
    [setPen],
  );
  // the same from one key to the next, so that map and results are drawn anew only for what concerns them
  const journeys = useMemo(() => shownJourneys(counted), [counted]);
  const shownChosen = useMemo(() => rows.keys.filter((key) => chosen.has(key)), [rows.keys, chosen]);
  const chooseNone = useCallback((): void => choose([]), [choose]);
  const navigate = useNavigate();
  const open = useCallback((key: string): void => void navigate(`/listings/${key}`), [navigate]);
  const sentence = sentenceOf(search);
  return (
    <div className={`search is-${shown.view} shows-${pane}`}>
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
          onPlace={drawing.placed}
          onChange={change}
          boundChosen={boundChosen}
          onChooseBound={setBoundChosen}
          onShow={showSet}
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
          lineName={line && nameOf(line, search)}
          onShow={(next) => showSet(next)}
          chosen={shownChosen}
          onChooseNone={chooseNone}
        />
        <div className="search-map">
          {pen && (
            <PenBar
              pen={pen}
              mode={drawing.penMode}
              onMode={drawing.setPenMode}
              onTyped={drawing.drawn}
              onPutAway={drawing.putAway}
            />
          )}
          <Suspense fallback={<Waiting what="Opening the map …" />}>
            <MapView
              label={`Map of ${deployment().place} with the bounds and the results; both also stand in the lists beside it`}
              caption={sentence}
              marks={marks}
              hovered={hovered}
              chosen={chosen}
              onHover={setHovered}
              onOpen={open}
              onView={setViewed}
              following={shown.following}
              onFollow={shown.follow}
              bounds={search.bounds}
              boundChosen={boundChosen}
              onChooseBound={setBoundChosen}
              pen={pen}
              penMode={drawing.penMode}
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
          view={shown.view}
          rows={rows}
          onlyChosen={shown.onlyChosen}
          following={shown.following}
          hovered={hovered}
          onHover={setHovered}
          onOrder={shown.reorder}
          onView={shown.showAs}
          onOnlyChosen={shown.showOnlyChosen}
        />
      </div>
    </div>
  );
}

/** A line, or a condition of the bounds, as a sentence names it. */
function nameOf(line: string, { lines }: Search): string {
  if (line === 'keepIn' || line === 'keepOut') return 'where it is';
  const found = lines.find(({ id }) => id === line);
  return found && !isEither(found) ? labelOf(found).replace(/^./, (first) => first.toLowerCase()) : line;
}
