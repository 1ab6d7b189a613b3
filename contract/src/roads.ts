import type { Journey, LonLat, Route, Step, TravelTime } from '@perambula/core';
import { post } from './endpoint.js';

/** The ground within minutes of a place, as GeoJSON (RFC 7946). */
export interface AreaAnswer {
  readonly type: 'MultiPolygon';
  readonly coordinates: readonly (readonly (readonly LonLat[])[])[];
}

/** A route with each of its steps in words; metres along roads, seconds from door to door. */
export interface RouteAnswer extends Omit<Route, 'steps'> {
  readonly steps: readonly (Step & { readonly text: string })[];
}

export const areaWithin = post('roads/area').takes<{ readonly shape: TravelTime }>().gives<AreaAnswer>();

export const routeTo = post('roads/route').takes<{ readonly journey: Journey }>().gives<RouteAnswer>();
