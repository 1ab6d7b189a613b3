import type { Search } from '@perambula/core';
import { lazy, Suspense, useCallback, useMemo } from 'react';
import { useNavigate } from 'react-router';
import { deployment } from '../../shared/deployment.js';
import { Waiting } from '../../shared/Waiting.js';
import { shownJourneys } from './lines/journey.rules.js';
import { useResultsState } from './results/results.js';
import type { useFound } from './results/useFound.js';
import type { useShown } from './results/useShown.js';
import { PenBar } from './where/PenBar.js';
import { USUAL_RADIUS } from './where/useDrawing.js';
import type { useDrawing } from './where/useDrawing.js';
import { classesOf } from '../../shared/classes.js';
import pagesCss from './pages.module.css';

const cx = classesOf(pagesCss);

const MapView = lazy(async () => ({ default: (await import('../searchMap/index.js')).MapView }));

interface SearchMapProps {
  readonly search: Search;
  /** The search that is counted: without what is left out on trial. */
  readonly counted: Search;
  readonly sentence: string;
  readonly shown: ReturnType<typeof useShown>;
  readonly found: Pick<ReturnType<typeof useFound>, 'marks' | 'setViewed'>;
  readonly drawing: ReturnType<typeof useDrawing>;
  readonly hovered: string | null;
  readonly onHover: (key: string | null) => void;
}

/** The map with what the search finds, its bounds and journeys, and the pen. */
export function SearchMap({ search, counted, sentence, shown, found, drawing, hovered, onHover }: SearchMapProps) {
  const { pen } = drawing;
  const { chosen } = useResultsState();
  // the same from one key to the next, so that the map is drawn anew only for what concerns it
  const journeys = useMemo(() => shownJourneys(counted), [counted]);
  const navigate = useNavigate();
  const open = useCallback((key: string): void => void navigate(`/listings/${key}`), [navigate]);
  return (
    <div className={cx('search-map')}>
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
          marks={found.marks}
          hovered={hovered}
          chosen={chosen}
          onHover={onHover}
          onOpen={open}
          onView={found.setViewed}
          following={shown.following}
          onFollow={shown.follow}
          bounds={search.bounds}
          boundChosen={drawing.boundChosen}
          onChooseBound={drawing.setBoundChosen}
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
  );
}
