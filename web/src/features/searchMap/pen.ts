import type { DrawnShape, LonLat } from '@perambula/core';
import { metresPerDegree, selfCrossing } from '@perambula/core';
import Feature from 'ol/Feature.js';
import type MapBrowserEvent from 'ol/MapBrowserEvent.js';
import { never, primaryAction, shiftKeyOnly } from 'ol/events/condition.js';
import { Polygon } from 'ol/geom.js';
import type { Geometry } from 'ol/geom.js';
import { DragBox, Draw } from 'ol/interaction.js';
import Interaction from 'ol/interaction/Interaction.js';
import type VectorSource from 'ol/source/Vector.js';
import { loop, loopShape, shapeOf, sketchStyle, unproject } from '../map/index.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './pen.module.css';

const cx = classesOf(ownCss);

interface PenEvents {
  readonly onDrawn: (shape: DrawnShape) => void;
  /** A sentence about what was refused or mended. */
  readonly onSays: (sentence: string) => void;
}

/** Corners by clicks, a loop by a drag, a box by a drag with Shift: whatever it draws is an outline that does not cross itself. */
export function areaPen(sketch: VectorSource, mode: 'in' | 'out', { onDrawn, onSays }: PenEvents): Interaction[] {
  let corners: LonLat[] = [];
  const draw = new Draw({
    type: 'Polygon',
    style: sketchStyle(mode),
    stopClick: true,
    freehandCondition: never,
    condition: (event) => primaryAction(event) && !shiftKeyOnly(event) && mayStand(event),
    finishCondition: () => {
      const refused = crossing([...corners, corners[0] as LonLat]);
      if (refused)
        onSays('The last side would cross another. Move on to a corner from which it does not, or press Escape to begin anew.');
      return !refused;
    },
  });
  const mayStand = ({ coordinate }: MapBrowserEvent): boolean => {
    const next = unproject(coordinate);
    const last = corners.at(-1);
    if (corners.length < 3 || isSame(next, corners[0]) || isSame(next, last)) return true;
    const refused = crossing([...corners, next]);
    if (refused) onSays('That side would cross one that is drawn. Choose another corner.');
    return !refused;
  };
  draw.on('drawstart', ({ feature }) => {
    corners = [];
    feature.getGeometry()?.on('change', ({ target }) => {
      // the last of what is drawn follows the pointer
      const ring = (target as Polygon).getCoordinates()[0] ?? [];
      corners = ring.slice(0, -2).map(unproject);
    });
  });
  draw.on('drawend', ({ feature }) => onDrawn(shapeOf(feature.getGeometry() as Geometry)));

  const byHand = new Feature();
  const line = loop({
    onLine: (points) => {
      if (points) {
        draw.abortDrawing();
        byHand.setGeometry(new Polygon([[...points, points[0] as number[]]]));
        if (!sketch.hasFeature(byHand)) sketch.addFeature(byHand);
      } else if (sketch.hasFeature(byHand)) sketch.removeFeature(byHand);
    },
    onDrawn: (points) => {
      const { shape, mended } = loopShape(points.map(unproject));
      if (!shape) return;
      if (mended) onSays('The loop crossed itself; all that it goes around is kept as one bound.');
      onDrawn(shape);
    },
  });

  const box = new DragBox({ condition: shiftKeyOnly, className: cx('map-box') });
  box.on('boxend', () => onDrawn(shapeOf(box.getGeometry())));
  return [draw, line, box];
}

/** A circle dragged out from its middle; a click alone makes one of the usual distance. */
export function circlePen(mode: 'in' | 'out', usual: number, { onDrawn }: PenEvents): Interaction[] {
  const draw = new Draw({ type: 'Circle', style: sketchStyle(mode), freehandCondition: primaryAction });
  draw.on('drawend', ({ feature }) => onDrawn(shapeOf(feature.getGeometry() as Geometry)));
  const click = new Interaction({
    handleEvent: ({ type, coordinate }) => {
      if (type === 'click') onDrawn({ type: 'Circle', center: unproject(coordinate), radiusMeters: usual });
      return true;
    },
  });
  return [draw, click];
}

function crossing(line: readonly LonLat[]): boolean {
  return selfCrossing([line]) !== null;
}

/** Within some centimetres. */
function isSame(a: LonLat, b: LonLat | undefined): boolean {
  if (!b) return false;
  const [east, north] = metresPerDegree(a[1]);
  return Math.hypot((a[0] - b[0]) * east, (a[1] - b[1]) * north) < 0.2;
}
