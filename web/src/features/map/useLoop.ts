import type { DrawnShape } from '@perambula/core';
import Feature from 'ol/Feature.js';
import { Polygon } from 'ol/geom.js';
import DragPan from 'ol/interaction/DragPan.js';
import type VectorSource from 'ol/source/Vector.js';
import { useEffect, useRef } from 'react';
import { unproject } from './boundGeometry.js';
import type { CountyMap } from './createMap.js';
import { loop } from './loop.js';
import { loopShape } from './loopShape.js';

/** Draws an area by one drag, with a finger or the mouse, while there is somebody to hear of it; two fingers move the map. */
export function useLoop({ map, sketch }: CountyMap, onDrawn: ((shape: DrawnShape) => void) | undefined): void {
  const latest = useRef(onDrawn);
  useEffect(() => void (latest.current = onDrawn));
  const isDrawing = onDrawn !== undefined;
  useEffect(() => {
    if (!isDrawing) return;
    const source = sketch.getSource() as VectorSource;
    const drawn = new Feature();
    const hand = loop({
      onLine: (points) => {
        source.clear();
        if (!points) return;
        drawn.setGeometry(new Polygon([[...points, points[0] as number[]]]));
        source.addFeature(drawn);
      },
      onDrawn: (points) => {
        const { shape } = loopShape(points.map(unproject));
        if (shape) latest.current?.(shape);
      },
    });
    const view = map.getViewport() as HTMLElement;
    const pans = map
      .getInteractions()
      .getArray()
      .filter((each) => each instanceof DragPan);
    map.addInteraction(hand);
    pans.forEach((each) => each.setActive(false));
    // a finger that draws does not scroll the page
    view.style.touchAction = 'none';
    return () => {
      view.style.touchAction = '';
      pans.forEach((each) => each.setActive(true));
      map.removeInteraction(hand);
      source.clear();
    };
  }, [map, sketch, isDrawing]);
}
