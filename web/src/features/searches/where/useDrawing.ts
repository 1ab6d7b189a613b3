import type { Bound, LonLat, Shape } from '@perambula/core';
import { METRES_PER_MILE } from '@perambula/core';
import { useCallback, useMemo, useState } from 'react';
import type { SpotActions } from '../../searchMap/index.js';
import { sayPosition } from '../../places/index.js';
import type { NamedPlace } from '../../namedPlaces/index.js';
import { changeDraft, freshId } from '../draft/draft.js';
import { withJourneyTo } from '../lines/journey.rules.js';
import type { Pen } from '../lines/linesProps.js';

/** Metres about a place, half a mile, until another distance is typed or dragged out. */
export const USUAL_RADIUS = 0.5 * METRES_PER_MILE;

/** What is drawn on the map, dragged there, or named becomes bounds and lines of the search; each is one step back. */
export function useDrawing() {
  const [pen, setPen] = useState<Pen>(null);
  const [penMode, setPenMode] = useState<'in' | 'out'>('in');
  const [boundChosen, setBoundChosen] = useState<string | null>(null);
  // the same from one key to the next, so that the map is drawn anew only for what concerns it
  const drawn = useCallback(
    (shape: Shape): void => {
      addBound({ mode: penMode, shape });
      setPen(null);
    },
    [penMode],
  );
  const reshaped = useCallback(
    (id: string, shape: Shape, drag: number): void =>
      changeDraft(
        (now) => ({ ...now, bounds: now.bounds.map((bound) => (bound.id === id ? { ...bound, shape } : bound)) }),
        `drag ${drag} of ${id}`,
      ),
    [],
  );
  const placed = useCallback(
    (place: NamedPlace): void => {
      setPen(null);
      if (pen === 'place') addJourney(place);
      else addCircle(place, penMode);
    },
    [pen, penMode],
  );
  const pointed = useCallback((at: LonLat): void => placed({ name: sayPosition(at), at }), [placed]);
  const spotActions = useMemo(
    (): SpotActions => ({
      onAround: (place) => addCircle(place, 'in'),
      onMinutes: addJourney,
      onArea: ({ name, shape }, mode) => addBound({ mode, name, shape }),
    }),
    [],
  );
  const putAway = useCallback((): void => setPen(null), []);
  return {
    pen,
    setPen,
    putAway,
    penMode,
    setPenMode,
    boundChosen,
    setBoundChosen,
    drawn,
    reshaped,
    placed,
    pointed,
    spotActions,
  };
}

function addBound(bound: Omit<Bound, 'id'>): void {
  changeDraft((now) => ({ ...now, bounds: [...now.bounds, { id: freshId(now), ...bound }] }));
}

function addCircle({ name, at }: NamedPlace, mode: Bound['mode']): void {
  addBound({ mode, name, shape: { type: 'Circle', center: at, radiusMeters: USUAL_RADIUS } });
}

function addJourney(place: NamedPlace): void {
  changeDraft((now) => withJourneyTo(now, place).search);
}
