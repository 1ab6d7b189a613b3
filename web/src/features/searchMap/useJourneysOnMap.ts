import type { AreaAnswer } from '@perambula/contract';
import Feature from 'ol/Feature.js';
import { Point } from 'ol/geom.js';
import { useEffect } from 'react';
import { geometryOf, project } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import { areaFeature, pinOf } from './journeyFeatures.js';
import type { ShownJourney } from './journeys.api.js';
import type { Spot } from './SpotCard.js';

/** Draws journeys, their places and the ground within their minutes, and the point or area that was asked about. */
export function useJourneysOnMap(
  map: CountyMap,
  journeys: readonly ShownJourney[],
  areas: ReadonlyMap<string, AreaAnswer>,
  spot: Spot | null,
): void {
  useEffect(() => {
    map.areas.getSource()?.clear();
    map.areas.getSource()?.addFeatures(
      journeys.flatMap((journey) => {
        const area = areas.get(journey.id);
        return area ? [areaFeature(journey, area)] : [];
      }),
    );
    map.pins.getSource()?.clear();
    map.pins
      .getSource()
      ?.addFeatures([
        ...journeys.map(pinOf),
        ...(spot ? [new Feature({ geometry: new Point(project(spot.place.at)), name: spot.place.name })] : []),
        ...(spot?.area ? [new Feature(geometryOf(spot.area.shape))] : []),
      ]);
  }, [map, journeys, areas, spot]);
}
