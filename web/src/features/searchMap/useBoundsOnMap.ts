import type { AreaAnswer } from '@perambula/contract';
import { figureOf } from '@perambula/core';
import type { DrawnShape } from '@perambula/core';
import Feature from 'ol/Feature.js';
import type VectorSource from 'ol/source/Vector.js';
import { useDeferredValue, useEffect, useRef } from 'react';
import { boundStyle, geometryOf } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import type { MapViewProps } from './mapViewProps.js';

/**
 * The bounds on the map, each by itself and all as one figure, and the one that is chosen.
 *
 * @param areas  the ground of those that are minutes about a place, by their ids
 */
export function useBoundsOnMap(
  map: CountyMap,
  { bounds, boundChosen, onChooseBound }: Pick<MapViewProps, 'bounds' | 'boundChosen' | 'onChooseBound'>,
  areas: ReadonlyMap<string, AreaAnswer>,
): { readonly chooseAt: (pixel: number[]) => void } {
  /** The bound that was chosen on the map itself, where it is in view. */
  const chosenHere = useRef<string | null>(null);
  const chooseAt = (pixel: number[]): void => {
    const layerFilter = (layer: unknown): boolean => layer === map.bounds;
    const bound = map.map.forEachFeatureAtPixel(pixel, (feature) => feature, { layerFilter, hitTolerance: 5 });
    chosenHere.current = bound ? String(bound.getId()) : null;
    onChooseBound(chosenHere.current);
  };

  useOutlines(map, bounds);
  useEffect(() => {
    map.bounds.setStyle((feature) => boundStyle(feature.get('mode') as 'in' | 'out', feature.getId() === boundChosen));
  }, [map, boundChosen]);
  useEffect(() => {
    const taken = boundChosen === null ? null : (map.bounds.getSource() as VectorSource).getFeatureById(boundChosen);
    if (map.chosen.item(0) === (taken ?? undefined)) return;
    map.chosen.clear();
    if (taken) map.chosen.push(taken);
  }, [map, bounds, boundChosen]);

  useEffect(() => {
    const extent = boundChosen
      ? (map.bounds.getSource() as VectorSource).getFeatureById(boundChosen)?.getGeometry()?.getExtent()
      : undefined;
    // what is chosen on the map is in view
    if (extent && chosenHere.current !== boundChosen)
      map.map.getView().fit(extent, { padding: [70, 70, 70, 70], maxZoom: 15, duration: 250 });
    chosenHere.current = null;
  }, [map, boundChosen]);
  useFigure(map, bounds, areas);
  return { chooseAt };
}

/** Each bound's outline; rebuilt only when another hand than the map's own changed it. */
function useOutlines(map: CountyMap, bounds: MapViewProps['bounds']): void {
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    const known = new Map(source.getFeatures().map((feature) => [String(feature.getId()), feature]));
    for (const bound of bounds) {
      // minutes have no outline of their own: their area is drawn with the journeys
      if (bound.shape.type === 'TravelTime') continue;
      const text = JSON.stringify(bound.shape);
      const feature = known.get(bound.id) ?? new Feature();
      known.delete(bound.id);
      if (feature.get('shape') !== text) feature.setGeometry(geometryOf(bound.shape));
      feature.setProperties({ shape: text, mode: bound.mode });
      if (feature.getId() === undefined) {
        feature.setId(bound.id);
        source.addFeature(feature);
      }
    }
    for (const gone of known.values()) source.removeFeature(gone);
  }, [map, bounds]);
}

/** The one figure that all bounds leave; of many corners it may come a picture later than the bound in the hand. */
function useFigure(map: CountyMap, bounds: MapViewProps['bounds'], areas: ReadonlyMap<string, AreaAnswer>): void {
  const settled = useDeferredValue(bounds);
  useEffect(() => {
    map.figure.getSource()?.clear();
    const drawn = settled.flatMap(({ id, mode, shape }): { mode: 'in' | 'out'; shape: DrawnShape }[] => {
      if (shape.type !== 'TravelTime') return [{ mode, shape }];
      const area = areas.get(id);
      return area ? [{ mode, shape: area }] : [];
    });
    const figure = figureOf(drawn);
    if (figure) map.figure.getSource()?.addFeature(new Feature(geometryOf(figure)));
  }, [map, settled, areas]);
}
