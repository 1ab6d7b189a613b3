import type { DrawnShape } from '@perambula/core';
import { App } from 'antd';
import DragPan from 'ol/interaction/DragPan.js';
import type VectorSource from 'ol/source/Vector.js';
import { useEffect } from 'react';
import { geometryOf, unproject } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import type { MapViewProps } from './mapViewProps.js';
import { areaPen, circlePen } from './pen.js';
import { reshaping } from './reshaping.js';
import { snapping } from './snapping.js';

/** The pen that is out, or else hands to reshape what is drawn. */
export function usePen(
  map: CountyMap,
  pen: 'circle' | 'corners' | 'place' | null,
  mode: 'in' | 'out',
  usualRadius: number,
  measuring: boolean,
  latest: React.RefObject<MapViewProps>,
): void {
  const { message } = App.useApp();
  useEffect(() => {
    if (measuring) return;
    const source = map.bounds.getSource() as VectorSource;
    const sketch = map.sketch.getSource() as VectorSource;
    const added = (() => {
      if (!pen)
        return reshaping(source, map.chosen, {
          onReshaped: (id, shape, drag) => latest.current.onReshaped(id, shape, drag),
          onCrossed: (feature) => {
            void message.warning('The outline would cross itself there, so its corner was put back.');
            const before = latest.current.bounds.find(({ id }) => id === feature.getId());
            if (before && before.shape.type !== 'TravelTime') feature.setGeometry(geometryOf(before.shape));
          },
        });
      if (pen === 'place') return [];
      const events = {
        onDrawn: (shape: DrawnShape) => latest.current.onDrawn(shape),
        onSays: (sentence: string) => void message.info(sentence),
      };
      return pen === 'circle' ? circlePen(mode, usualRadius, events) : areaPen(sketch, mode, events);
    })();
    const all = [...added, ...(pen === 'place' ? [] : snapping(source, map.base.far))];
    all.forEach((each) => map.map.addInteraction(each));
    const point = ({ coordinate }: { coordinate: number[] }): void => latest.current.onPointed(unproject(coordinate));
    if (pen === 'place') map.map.on('click', point);
    // with a pen in the hand a drag draws; two fingers still move the map
    setPanning(map, pen === null || pen === 'place');
    if (pen) map.map.getViewport()?.style.setProperty('cursor', 'crosshair');
    return () => {
      map.map.un('click', point);
      all.forEach((each) => map.map.removeInteraction(each));
      sketch.clear();
      setPanning(map, true);
    };
  }, [map, pen, mode, usualRadius, measuring, latest, message]);
}

function setPanning({ map }: CountyMap, on: boolean): void {
  for (const each of map.getInteractions().getArray()) if (each instanceof DragPan) each.setActive(on);
}
