import type { DrawnShape } from '@perambula/core';
import { selfCrossing } from '@perambula/core';
import type Collection from 'ol/Collection.js';
import type Feature from 'ol/Feature.js';
import type { Geometry } from 'ol/geom.js';
import { Modify, Translate } from 'ol/interaction.js';
import type Interaction from 'ol/interaction/Interaction.js';
import type VectorSource from 'ol/source/Vector.js';
import { shapeOf } from '../map/index.js';

interface Reshaping {
  /** A bound has another shape: told at each picture while it is dragged, each drag with a number of its own. */
  readonly onReshaped: (id: string, shape: DrawnShape, drag: number) => void;
  /** A drag ended with an outline that crosses itself. */
  readonly onCrossed: (feature: Feature) => void;
}

/**
 * Corners that can be dragged, added and, with Alt, taken away, circles by their middle and their edge; and the chosen
 * bound as a whole, taken by its ground.
 */
export function reshaping(
  source: VectorSource,
  chosen: Collection<Feature>,
  { onReshaped, onCrossed }: Reshaping,
): Interaction[] {
  let drag = 0;
  let stop: (() => void) | null = null;
  const tell = (feature: Feature): void => {
    const shape = shapeOf(feature.getGeometry() as Geometry);
    const text = JSON.stringify(shape);
    if (text === feature.get('shape') || crosses(shape)) return;
    feature.set('shape', text);
    onReshaped(String(feature.getId()), shape, drag);
  };
  const start = ({ features }: { features: Collection<Feature> }): void => {
    drag++;
    const moving = features.getArray();
    let asked = 0;
    const follow = (): void => {
      asked ||= requestAnimationFrame(() => {
        asked = 0;
        moving.forEach(tell);
      });
    };
    const geometries = moving.map((feature) => feature.getGeometry());
    for (const geometry of geometries) geometry?.on('change', follow);
    stop = () => {
      cancelAnimationFrame(asked);
      for (const geometry of geometries) geometry?.un('change', follow);
    };
  };
  const end = ({ features }: { features: Collection<Feature> }): void => {
    stop?.();
    for (const feature of features.getArray()) {
      if (crosses(shapeOf(feature.getGeometry() as Geometry))) onCrossed(feature);
      else tell(feature);
    }
  };
  const move = new Translate({ features: chosen });
  move.on('translatestart', start);
  move.on('translateend', end);
  const modify = new Modify({ source });
  modify.on('modifystart', start);
  modify.on('modifyend', end);
  return [move, modify];
}

/** Whether an outline crosses itself. */
function crosses(shape: DrawnShape): boolean {
  return shape.type === 'Polygon' && selfCrossing(shape.coordinates) !== null;
}
