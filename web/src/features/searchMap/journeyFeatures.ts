import type { AreaAnswer } from '@perambula/contract';
import type { LonLat } from '@perambula/core';
import Feature from 'ol/Feature.js';
import { Point } from 'ol/geom.js';
import { geometryOf, project } from '../map/index.js';
import type { ShownJourney } from './journeys.api.js';

/** The place of a journey, with its name. */
export function pinOf({ name, travel }: ShownJourney): Feature {
  const [lon, lat] = (travel.to ?? travel.from) as LonLat;
  return new Feature({ geometry: new Point(project([lon, lat])), name });
}

/** The ground within a journey's minutes. */
export function areaFeature({ mode }: ShownJourney, { coordinates }: AreaAnswer): Feature {
  return new Feature({ geometry: geometryOf({ type: 'MultiPolygon', coordinates }), mode });
}
