import { lonLat } from './ground.js';
import type { Point } from './ground.js';

export interface Feature {
  readonly type: 'Feature';
  readonly geometry: { readonly type: string; readonly coordinates: unknown };
  readonly properties: Readonly<Record<string, string | number>>;
}

export interface FeatureCollection {
  readonly type: 'FeatureCollection';
  readonly features: readonly Feature[];
}

export function collection(features: readonly Feature[]): FeatureCollection {
  return { type: 'FeatureCollection', features };
}

export function area(layer: string, name: string, ring: readonly Point[]): Feature {
  return { type: 'Feature', geometry: { type: 'Polygon', coordinates: [ring.map(lonLat)] }, properties: { layer, name } };
}

export function areas(layer: string, rings: readonly (readonly Point[])[]): Feature {
  const coordinates = rings.map((ring) => [ring.map(lonLat)]);
  return { type: 'Feature', geometry: { type: 'MultiPolygon', coordinates }, properties: { layer, name: '' } };
}

export function line(layer: string, name: string, points: readonly Point[]): Feature {
  return { type: 'Feature', geometry: { type: 'LineString', coordinates: points.map(lonLat) }, properties: { layer, name } };
}

export function point(layer: string, name: string, at: Point): Feature {
  return { type: 'Feature', geometry: { type: 'Point', coordinates: lonLat(at) }, properties: { layer, name } };
}
