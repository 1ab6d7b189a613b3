import { selfCrossing } from '../geo/crossing.js';
import type { LonLat } from '../geo/distance.js';
import type { Shape, TravelTime } from './document.js';
import { listAt, numberAt, objectAt, SearchProblem, wordAt } from './problem.js';
import { readPosition } from './readPosition.js';
import { readTravel, TRAVEL_KEYS } from './readTravel.js';

export const MOST_CORNERS = 20_000;
const WIDEST_CIRCLE_METRES = 500_000;
const MOST_MINUTES = 180;

/** A bound's shape from outside: a circle, the minutes about a place, or rings that are closed, simple and not across the date line. */
export function readShape(value: unknown, path: string): Shape {
  const type = wordAt((value as { type?: unknown } | null)?.type, `${path}.type`, [
    'Circle',
    'Polygon',
    'MultiPolygon',
    'TravelTime',
  ]);
  if (type === 'TravelTime') return readTravelTime(value, path);
  if (type === 'Circle') {
    const shape = objectAt(value, path, ['type', 'center', 'radiusMeters']);
    const radiusMeters = numberAt(shape['radiusMeters'], `${path}.radiusMeters`);
    if (radiusMeters <= 0 || radiusMeters > WIDEST_CIRCLE_METRES) {
      throw new SearchProblem(
        `${path}.radiusMeters`,
        `A circle's radius is more than 0 and at most 500 km, not ${radiusMeters} m.`,
      );
    }
    return { type, center: readPosition(shape['center'], `${path}.center`), radiusMeters };
  }
  const shape = objectAt(value, path, ['type', 'coordinates']);
  const at = `${path}.coordinates`;
  if (type === 'Polygon') {
    const coordinates = readRings(shape['coordinates'], at);
    guardCorners([coordinates], at);
    return { type, coordinates };
  }
  const coordinates = listAt(shape['coordinates'], at, 1000).map((rings, i) => readRings(rings, `${at}[${i}]`));
  guardCorners(coordinates, at);
  return { type, coordinates };
}

function readTravelTime(value: unknown, path: string): TravelTime {
  const shape = objectAt(value, path, ['type', 'minutes', ...TRAVEL_KEYS]);
  const minutes = numberAt(shape['minutes'], `${path}.minutes`);
  if (minutes <= 0 || minutes > MOST_MINUTES)
    throw new SearchProblem(
      `${path}.minutes`,
      `A journey takes more than 0 and at most ${MOST_MINUTES} minutes, not ${minutes}.`,
    );
  return { type: 'TravelTime', minutes, ...readTravel(shape, path) };
}

/** Outlines lately found not to cross themselves, by their text: a search is read anew at each count, its outlines are the same. */
const simple = new Set<string>();
const MOST_SIMPLE = 500;
const LONGEST_SIMPLE = 20_000;

function guardCorners(polygons: readonly (readonly (readonly LonLat[])[])[], path: string): void {
  if (polygons.length === 0) throw new SearchProblem(path, 'A bound needs at least one outline.');
  const text = JSON.stringify(polygons);
  if (simple.delete(text)) simple.add(text);
  else {
    guardCrossings(polygons, path);
    if (text.length <= LONGEST_SIMPLE) simple.add(text);
    for (const oldest of simple) if (simple.size > MOST_SIMPLE) simple.delete(oldest);
  }
}

function guardCrossings(polygons: readonly (readonly (readonly LonLat[])[])[], path: string): void {
  for (const [i, rings] of polygons.entries()) {
    const crossing = selfCrossing(rings);
    if (crossing) {
      const [a, b] = crossing.edges;
      const which = polygons.length > 1 ? ` of part ${i + 1}` : '';
      throw new SearchProblem(
        path,
        `The outline${which} crosses itself where its sides ${a} and ${b} meet. Move one of their corners.`,
      );
    }
  }
}

function readRings(value: unknown, path: string): LonLat[][] {
  const rings = listAt(value, path, 1000);
  if (rings.length === 0) throw new SearchProblem(path, 'A bound needs at least one outline.');
  return rings.map((ring, i) => readRing(ring, `${path}[${i}]`));
}

function readRing(value: unknown, path: string): LonLat[] {
  const corners = listAt(value, path, MOST_CORNERS).map((corner, i) => readPosition(corner, `${path}[${i}]`));
  const [first, last] = [corners[0], corners[corners.length - 1]];
  if (!first || !last || corners.length < 4) {
    throw new SearchProblem(
      path,
      `An outline needs at least three corners and its first again at the end; this one has ${corners.length} positions.`,
    );
  }
  if (first[0] !== last[0] || first[1] !== last[1]) {
    throw new SearchProblem(path, 'An outline ends where it began; repeat the first corner at the end.');
  }
  const longitudes = corners.map(([lon]) => lon);
  const width = longitudes.reduce((a, b) => Math.max(a, b)) - longitudes.reduce((a, b) => Math.min(a, b));
  if (width >= 180)
    throw new SearchProblem(path, 'An outline may not span half the globe; bounds across the date line are not taken.');
  return corners;
}
