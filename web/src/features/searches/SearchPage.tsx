import { isEither, labelOf, sentenceOf } from '@perambula/core';
import type { ResultSet, Search } from '@perambula/core';
import { Segmented } from 'antd';
import { useCallback, useMemo, useState } from 'react';
import { useParams } from 'react-router';
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
import { withoutLine } from './lines/lineEditing.rules.js';
import { Unread } from './lines/Unread.js';
import { LinesPanel } from './LinesPanel.js';
import { useResultsState } from './results/results.js';
import { ResultsPane } from './results/ResultsPane.js';
import { useFound } from './results/useFound.js';
import { useShown } from './results/useShown.js';
import { SaveBar } from './SaveBar.js';
import { useSearchKeys } from './searchKeys.js';
import { SearchMap } from './SearchMap.js';
import { useDrawing } from './where/useDrawing.js';
import { classesOf } from '../../shared/classes.js';
import pagesCss from './pages.module.css';
import ownCss from './SearchPage.module.css';

const cx = classesOf(pagesCss, ownCss);

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
  const showSet = (next: ResultSet, of?: string | null): void => {
    setPane('list');
    shown.show({ show: next, ...(of === undefined ? {} : { line: of }) });
  };
  const { counted, triedWithout, setTriedWithout } = useTrial(search);
  const count = useCount(counted);
  // the figures follow each key; the homes themselves, much more to fetch and draw, follow once typing rests
  const settled = useSettled(counted, 140);
  const drawing = useDrawing();
  const { pen, setPen } = drawing;
  const takePen = useCallback(
    (next: typeof pen): void => {
      if (next) setPane('map');
      setPen(next);
    },
    [setPen],
  );
  const sentence = sentenceOf(search);
  return (
    <div className={cx(`search is-${shown.view} shows-${pane}`)}>
      <Segmented
        className={cx('search-panes')}
        block
        aria-label="What to see"
        options={[...PANES]}
        value={pane}
        onChange={setPane}
      />
      <section className={cx('search-lines')} aria-label="The search">
        <SearchHead sentence={sentence} />
        <LinesPanel
          search={search}
          count={count.data}
          stale={count.isPlaceholderData}
          pen={pen}
          onPen={takePen}
          onPlace={drawing.placed}
          onChange={change}
          boundChosen={drawing.boundChosen}
          onChooseBound={drawing.setBoundChosen}
          onShow={showSet}
          triedWithout={triedWithout}
          onTry={setTriedWithout}
        />
        <SaveBar count={count.data} search={counted} resting={settled === counted && !count.isPlaceholderData} />
      </section>
      <Found {...{ page, search, counted, settled, sentence, shown, showSet, count, drawing }} />
    </div>
  );
}

/** What the search is called and says, and the steps back and forth. */
function SearchHead({ sentence }: { readonly sentence: string }) {
  const draft = useDraft();
  return (
    <header className={cx('search-head')}>
      <div className={cx('search-title')}>
        <SearchesMenu title={draft.name || 'New search'} />
        <Steps back={draft.past.length > 0} forward={draft.future.length > 0} undo={draft.undo} redo={draft.redo} />
        <SearchActions />
      </div>
      <p className={cx('sentence')}>{sentence}</p>
      <Unread />
    </header>
  );
}

interface FoundProps {
  readonly page: string;
  readonly search: Search;
  readonly counted: Search;
  /** What is counted, as it was when typing rested. */
  readonly settled: Search;
  readonly sentence: string;
  readonly shown: ReturnType<typeof useShown>;
  readonly showSet: (set: ResultSet) => void;
  readonly count: ReturnType<typeof useCount>;
  readonly drawing: ReturnType<typeof useDrawing>;
}

/** What the search finds: in figures, on the map, and as a list. */
function Found({ page, search, counted, settled, sentence, shown, showSet, count, drawing }: FoundProps) {
  const { set, line } = shown;
  const finding = useFound(settled, shown, page);
  const { found, rows } = finding;
  const { chosen, choose } = useResultsState();
  const [hovered, setHovered] = useState<string | null>(null);
  const shownChosen = useMemo(() => rows.keys.filter((key) => chosen.has(key)), [rows.keys, chosen]);
  const chooseNone = useCallback((): void => choose([]), [choose]);
  const { likeliestFirst: on, orderLikeliest } = shown;
  const likeliest = useMemo(() => ({ on, choose: orderLikeliest }), [on, orderLikeliest]);
  return (
    <div className={cx('search-found')}>
      <Counts
        count={count.data}
        stale={count.isPlaceholderData}
        problem={count.isError ? messageOf(count.error) : null}
        set={set}
        lineName={line && nameOf(line, search)}
        onShow={showSet}
        chosen={shownChosen}
        onChooseNone={chooseNone}
      />
      <SearchMap {...{ search, counted, sentence, shown, drawing, hovered }} found={finding} onHover={setHovered} />
      <ResultsPane
        search={found}
        order={set === 'missByOne' ? found.order : search.order}
        set={set}
        view={shown.view}
        rows={rows}
        chances={finding.chances}
        likeliest={likeliest}
        onlyChosen={shown.onlyChosen}
        following={shown.following}
        hovered={hovered}
        onHover={setHovered}
        onOrder={shown.reorder}
        onView={shown.showAs}
        onOnlyChosen={shown.showOnlyChosen}
      />
    </div>
  );
}

/** A search of which one line is left out on trial, until it is put back or Escape is pressed. */
function useTrial(search: Search): {
  readonly counted: Search;
  readonly triedWithout: string | null;
  readonly setTriedWithout: (id: string | null) => void;
} {
  const [triedWithout, setTriedWithout] = useState<string | null>(null);
  const counted = useMemo(() => (triedWithout === null ? search : withoutLine(search, triedWithout)), [search, triedWithout]);
  const putBack = useCallback((): void => setTriedWithout(null), []);
  useEscape(triedWithout !== null, putBack);
  return { counted, triedWithout, setTriedWithout };
}

/** A line, or a condition of the bounds, as a sentence names it. */
function nameOf(line: string, { lines }: Search): string {
  if (line === 'keepIn' || line === 'keepOut') return 'where it is';
  const found = lines.find(({ id }) => id === line);
  return found && !isEither(found) ? labelOf(found).replace(/^./, (first) => first.toLowerCase()) : line;
}
