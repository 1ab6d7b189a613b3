import type { LonLat, Route, Step } from '@perambula/core';

/** The ground within minutes of a place, as GeoJSON (RFC 7946). */
export interface AreaAnswer {
  readonly type: 'MultiPolygon';
  readonly coordinates: readonly (readonly (readonly LonLat[])[])[];
}

/** A route with each of its steps in words; metres along roads, seconds from door to door. */
export interface RouteAnswer extends Omit<Route, 'steps'> {
  readonly steps: readonly (Step & { readonly text: string })[];
}
