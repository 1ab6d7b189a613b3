import { distance } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import { inRing } from '../geo/inside.js';
import { polygonsOf } from '../geo/polygons.js';
import { wound } from '../geo/winding.js';
import type { DrawnShape } from '../search/document.js';
import { SearchProblem } from '../search/problem.js';
import { readShape } from '../search/readShape.js';

/** An area with its name, as files hold it. */
export interface FiledBound {
  readonly name?: string;
  readonly note?: string;
  readonly shape: DrawnShape;
}

export interface ReadBounds {
  readonly bounds: readonly FiledBound[];
  /** What could not be read: which feature, where in it, and why. */
  readonly problems: readonly string[];
}

/** Metres by which a line that was walked may miss its beginning and still go around an area. */
const CLOSES_WITHIN = 50;
const MOST_FEATURES = 500;
const LONGEST_NAME = 120;
const LONGEST_NOTE = 2000;

/**
 * The areas of a GeoJSON text's value (RFC 7946): polygons with their holes, and lines that come back to where they began,
 * as GPX tracks do. Heights are left out. What is wrong is said, and does not keep the rest from being read.
 */
export function readBoundFile(value: unknown): ReadBounds {
  const bounds: FiledBound[] = [];
  const problems: string[] = [];
  const features = featuresOf(value);
  if (!features) return { bounds, problems: ['This is no GeoJSON: it has neither features nor a geometry.'] };
  if (features.length === 0) problems.push('The file holds no features.');
  features.slice(0, MOST_FEATURES).forEach((feature, i) => {
    const { geometry, properties } = feature;
    const name = textOf(properties['name'] ?? properties['title'], LONGEST_NAME);
    const which = `${features.length > 1 ? `Feature ${i + 1}` : 'The feature'}${name ? `, “${name}”` : ''}`;
    const note = textOf(properties['description'] ?? properties['desc'], LONGEST_NOTE);
    const named = { ...(name ? { name } : {}), ...(note ? { note } : {}) };
    try {
      for (const shape of shapesOf(geometry, properties)) bounds.push({ ...named, shape });
    } catch (error) {
      if (!(error instanceof SearchProblem)) throw error;
      problems.push(`${which}${sayPath(error.path)}: ${error.message}`);
    }
  });
  if (features.length > MOST_FEATURES) problems.push(`Only the first ${MOST_FEATURES} of ${features.length} features were read.`);
  return { bounds, problems };
}

/** Areas as a GeoJSON FeatureCollection, outlines counter-clockwise; a circle by its corners, and as such in its properties. */
export function writeBoundFile(bounds: readonly FiledBound[]): string {
  const features = bounds.map(({ name, note, shape }) => {
    const polygons = wound(polygonsOf(shape));
    return {
      type: 'Feature',
      geometry:
        polygons.length === 1 ? { type: 'Polygon', coordinates: polygons[0] } : { type: 'MultiPolygon', coordinates: polygons },
      properties: {
        ...(name ? { name } : {}),
        ...(note ? { description: note } : {}),
        ...(shape.type === 'Circle' ? { center: shape.center, radiusMeters: shape.radiusMeters } : {}),
      },
    };
  });
  return JSON.stringify({ type: 'FeatureCollection', features });
}

interface Feature {
  readonly geometry: unknown;
  readonly properties: Readonly<Record<string, unknown>>;
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function featuresOf(value: unknown): Feature[] | null {
  if (!isObject(value)) return null;
  if (value['type'] === 'FeatureCollection' && Array.isArray(value['features']))
    return value['features'].map((feature: unknown) => featureOf(feature));
  if (value['type'] === 'Feature') return [featureOf(value)];
  return 'coordinates' in value || 'geometries' in value ? [{ geometry: value, properties: {} }] : null;
}

function featureOf(feature: unknown): Feature {
  const { geometry = null, properties } = isObject(feature) ? feature : {};
  return { geometry, properties: isObject(properties) ? properties : {} };
}

function textOf(value: unknown, most: number): string {
  // KML descriptions come as { '@type': 'html', value }
  const text = isObject(value) ? value['value'] : value;
  return typeof text === 'string' ? text.trim().slice(0, most) : '';
}

function shapesOf(geometry: unknown, properties: Readonly<Record<string, unknown>>): DrawnShape[] {
  if (!isObject(geometry)) throw new SearchProblem('', 'It has no geometry.');
  const { type, coordinates } = geometry;
  switch (type) {
    case 'Polygon':
      if (properties['radiusMeters'] !== undefined) {
        const { center, radiusMeters } = properties;
        return [readShape({ type: 'Circle', center, radiusMeters }, '') as DrawnShape];
      }
      return [readShape({ type, coordinates: flat(coordinates) }, '') as DrawnShape];
    case 'MultiPolygon':
      return [readShape({ type, coordinates: flat(coordinates) }, '') as DrawnShape];
    case 'LineString':
      return [around([coordinates])];
    case 'MultiLineString':
      return [around(Array.isArray(coordinates) ? (coordinates as unknown[]) : [])];
    case 'GeometryCollection':
      return (Array.isArray(geometry['geometries']) ? (geometry['geometries'] as unknown[]) : []).flatMap((each) =>
        shapesOf(each, {}),
      );
    case 'Point':
    case 'MultiPoint':
      throw new SearchProblem('', 'It is a point, and encloses nothing.');
    default:
      throw new SearchProblem('', 'Its geometry is of no known type.');
  }
}

/** Positions without their heights, however deep they stand. */
function flat(coordinates: unknown): unknown {
  if (!Array.isArray(coordinates)) return coordinates;
  return typeof coordinates[0] === 'number' ? coordinates.slice(0, 2) : (coordinates as unknown[]).map(flat);
}

/** Lines that come back to where they began: each is an outline, or a hole of one before it that it lies in. */
function around(lines: readonly unknown[]): DrawnShape {
  const polygons: LonLat[][][] = [];
  lines.forEach((line, i) => {
    const corners = flat(line) as LonLat[];
    const [first, last] = Array.isArray(corners) ? [corners[0], corners.at(-1)] : [];
    if (!first || !last || corners.length < 3 || distance(first, last) > CLOSES_WITHIN)
      throw new SearchProblem(
        `coordinates[${i}]`,
        `It is a line that does not come back to within ${CLOSES_WITHIN} m of where it began, and encloses nothing.`,
      );
    const isClosed = first[0] === last[0] && first[1] === last[1];
    const ring = isClosed ? corners : [...corners, first];
    const about = polygons.find(([outline]) => outline && inRing(first[0], first[1], outline));
    if (about) about.push(ring);
    else polygons.push([ring]);
  });
  const shape =
    polygons.length === 1 ? { type: 'Polygon', coordinates: polygons[0] } : { type: 'MultiPolygon', coordinates: polygons };
  return readShape(shape, '') as DrawnShape;
}

/** A path within coordinates as it is read: ".coordinates[1][0][3]" of a MultiPolygon is "part 2, outline 1, corner 4". */
function sayPath(path: string): string {
  const places = [...path.matchAll(/\[(\d+)\]/g)].map(([, index]) => Number(index) + 1);
  const [corner, outline, part] = places.length === 1 ? [undefined, places[0]] : places.reverse();
  return [part && `part ${part}`, outline && `outline ${outline}`, corner && `corner ${corner}`]
    .filter(Boolean)
    .map((each) => `, ${each}`)
    .join('');
}
