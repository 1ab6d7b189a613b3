import geodesic from 'geographiclib-geodesic';
import type { DrawnShape } from '../search/document.js';
import { distance, METRES_PER_MILE } from './distance.js';
import type { LonLat } from './distance.js';
import { polygonsOf } from './polygons.js';

const { WGS84 } = geodesic.Geodesic;
const SQUARE_METRES_PER_ACRE = 4046.8564224;
const ACRES_PER_SQUARE_MILE = 640;
const FEET_PER_METRE = 1 / 0.3048;

/**
 * Square metres of a shape on WGS 84, its sides taken as geodesics (C. F. F. Karney, 2013); over a county's length they
 * part from sides straight in longitude and latitude by some metres, and areas by less than a thousandth. A circle is
 * reckoned by its corners, within a half per cent.
 */
export function squareMetresOf(shape: DrawnShape): number {
  return polygonsOf(shape).reduce(
    (sum, [outline = [], ...holes]) => sum + holes.reduce((left, hole) => left - ringArea(hole), ringArea(outline)),
    0,
  );
}

function ringArea(ring: readonly LonLat[]): number {
  const polygon = WGS84.Polygon(false);
  for (const [lon, lat] of ring.slice(0, -1)) polygon.AddPoint(lat, lon);
  return Math.abs(polygon.Compute(false, true).area ?? 0);
}

/** Metres along a line, corner by corner on WGS 84. */
export function lengthOf(line: readonly LonLat[]): number {
  return line.slice(1).reduce((sum, at, i) => sum + distance(line[i] as LonLat, at), 0);
}

/** An area as it is read: "0.25 acres", "212 acres", "1.4 sq mi". */
export function sayArea(squareMetres: number): string {
  const acres = squareMetres / SQUARE_METRES_PER_ACRE;
  if (acres >= ACRES_PER_SQUARE_MILE) return `${sayFigure(acres / ACRES_PER_SQUARE_MILE)} sq mi`;
  const said = sayFigure(acres);
  return said === '1' ? '1 acre' : `${said} acres`;
}

/** A distance as it is read: feet below a tenth of a mile, then miles. */
export function sayDistance(metres: number): string {
  if (metres < METRES_PER_MILE / 10) return `${Math.round(metres * FEET_PER_METRE)} ft`;
  return `${sayFigure(metres / METRES_PER_MILE)} mi`;
}

/** Hundredths below ten, tenths below a hundred, then whole. */
function sayFigure(value: number): string {
  return value.toLocaleString('en-US', { maximumFractionDigits: value < 10 ? 2 : value < 100 ? 1 : 0 });
}
