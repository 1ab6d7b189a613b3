import type { LonLat } from '@perambula/core';
import { transformExtent } from 'ol/proj.js';
import { useEffect } from 'react';
import { unproject } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import type { Box } from './mapViewProps.js';

/** Tells where the map rests, and where it was clicked with the other button or pressed for long by a finger. */
export function useTouched(
  { map }: CountyMap,
  element: React.RefObject<HTMLDivElement | null>,
  onRested: (box: Box) => void,
  onPressed: (at: LonLat) => void,
): void {
  useEffect(() => {
    const rested = (): void =>
      onRested(transformExtent(map.getView().calculateExtent(map.getSize()), 'EPSG:3857', 'EPSG:4326') as unknown as Box);
    const press = (event: MouseEvent): void => {
      event.preventDefault();
      onPressed(unproject(map.getCoordinateFromPixel(map.getEventPixel(event))));
    };
    map.on('moveend', rested);
    const canvas = element.current;
    canvas?.addEventListener('contextmenu', press);
    return () => {
      map.un('moveend', rested);
      canvas?.removeEventListener('contextmenu', press);
    };
  }, [map, element, onRested, onPressed]);
}
