import type { DrawnShape } from '../search/document.js';
import { boxAbout } from './box.js';
import type { Box } from './box.js';
import { metresPerDegree } from './distance.js';
import type { LonLat } from './distance.js';
import { prepared } from './prepared.js';
import type { PointTest } from './prepared.js';

/** Places are whole ten millionths of a degree. */
export const PLACES_PER_DEGREE = 1e7;

/** Cells that a row has room for. */
export const ROW_OF_CELLS = 256;

export const OUTSIDE = 0;
export const INSIDE = 1;
/** An edge passes through the cell or close by it, and a point must be tested by itself. */
export const CROSSED = 2;

/**
 * A shape's surroundings in cells whose sides are powers of two of places, row by row from the south-west.
 * The cells of its rim are outside, and so is all beyond them.
 */
export interface Raster {
  /** The corners, in places; a place on them counts as the rim. */
  readonly west: number;
  readonly south: number;
  readonly east: number;
  readonly north: number;
  /** A cell is 2^shift places across or up. */
  readonly shiftX: number;
  readonly shiftY: number;
  readonly cells: Uint8Array;
  /** Decides a point of a crossed cell. */
  readonly exact: PointTest;
}

/** Degrees between which a raster tells places apart well enough. */
const LEAST_EXTENT = 0.0001;
const MOST_EXTENT = 90;
/** Cells left about a shape, so that no edge comes near the rim. */
const MARGIN = 4;

/**
 * A shape as a raster; null when it is too small or too large for one, or too near a pole.
 *
 * @param points  about how many will be asked: for few, a coarse one is quicker in all
 */
export function rasterOf(shape: DrawnShape, points = Infinity): Raster | null {
  const most = Math.min(ROW_OF_CELLS - 2 * MARGIN - 2, Math.max(40, Math.sqrt(points) / 2));
  if (shape.type === 'Circle') return rasterOfCircle(shape.center, shape.radiusMeters, prepared(shape), most);
  return rasterOfRings(shape.type === 'Polygon' ? shape.coordinates : shape.coordinates.flat(), prepared(shape), most);
}

interface Grid extends Omit<Raster, 'exact'> {
  readonly columns: number;
  readonly rows: number;
  /** The longitude and latitude of a corner of cells, counted from the south-west. */
  readonly x: (column: number) => number;
  readonly y: (row: number) => number;
}

/** @param most  cells that the shape takes at most, across and up */
function gridAbout([west, south, east, north]: Box, most: number): Grid | null {
  if (![east - west, north - south].every((extent) => extent > LEAST_EXTENT && extent < MOST_EXTENT)) return null;
  const shiftOf = (extent: number): number => Math.max(0, Math.ceil(Math.log2((extent * PLACES_PER_DEGREE) / most)));
  const [shiftX, shiftY] = [shiftOf(east - west), shiftOf(north - south)];
  const [width, height] = [2 ** shiftX, 2 ** shiftY];
  const startX = Math.floor(west * PLACES_PER_DEGREE) - MARGIN * width;
  const startY = Math.floor(south * PLACES_PER_DEGREE) - MARGIN * height;
  const columns = Math.ceil((east * PLACES_PER_DEGREE - startX) / width) + MARGIN;
  const rows = Math.ceil((north * PLACES_PER_DEGREE - startY) / height) + MARGIN;
  return {
    west: startX,
    south: startY,
    east: startX + columns * width - 1,
    north: startY + rows * height - 1,
    shiftX,
    shiftY,
    cells: new Uint8Array(ROW_OF_CELLS * ROW_OF_CELLS),
    columns,
    rows,
    x: (column) => (startX + column * width) / PLACES_PER_DEGREE,
    y: (row) => (startY + row * height) / PLACES_PER_DEGREE,
  };
}

function rasterOfCircle([lon, lat]: LonLat, radius: number, exact: PointTest, most: number): Raster | null {
  // in middle latitudes and within 50 km, a flat estimate errs by less than 2 %
  if (radius > 50_000 || Math.abs(lat) > 60) return null;
  const [east, north] = metresPerDegree(lat);
  const [reachX, reachY] = [(1.03 * radius) / east, (1.03 * radius) / north];
  const grid = gridAbout([lon - reachX, lat - reachY, lon + reachX, lat + reachY], most);
  if (!grid) return null;
  const { cells, columns, rows, x, y } = grid;
  const margin = 0.02 * radius + Math.hypot((x(1) - x(0)) * east, (y(1) - y(0)) * north) / 2;
  const [inner, outer] = [Math.max(0, radius - margin) ** 2, (radius + margin) ** 2];
  for (let row = 0; row < rows; row++) {
    const up = (y(row + 0.5) - lat) * north;
    for (let column = 0; column < columns; column++) {
      const across = (x(column + 0.5) - lon) * east;
      const square = across * across + up * up;
      cells[row * ROW_OF_CELLS + column] = square < inner ? INSIDE : square > outer ? OUTSIDE : CROSSED;
    }
  }
  return { ...grid, exact };
}

function rasterOfRings(rings: readonly (readonly LonLat[])[], exact: PointTest, most: number): Raster | null {
  const grid = gridAbout(boxAbout(rings.flat()), most);
  if (!grid) return null;
  for (const ring of rings) {
    for (let i = 1; i < ring.length; i++) cross(grid, ring[i - 1] as LonLat, ring[i] as LonLat);
  }
  const { cells, columns, rows, x, y } = grid;
  // a cell next to one that no edge passes lies on the same side of all of them
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const at = row * ROW_OF_CELLS + column;
      if (cells[at] === CROSSED) continue;
      const left = column === 0 ? OUTSIDE : (cells[at - 1] as number);
      const below = row === 0 ? OUTSIDE : (cells[at - ROW_OF_CELLS] as number);
      const known = left === CROSSED ? below : left;
      cells[at] = known !== CROSSED ? known : exact(x(column + 0.5), y(row + 0.5)) ? INSIDE : OUTSIDE;
    }
  }
  return { ...grid, exact };
}

/** Of a cell, how close by an edge counts as passing it: more than a place is rounded by. */
const CLOSE = 0.5;

/** Marks the cells that an edge passes or comes close to, row by row from where it enters to where it leaves. */
function cross({ cells, columns, rows, x, y }: Grid, [ax, ay]: LonLat, [bx, by]: LonLat): void {
  const [width, height] = [x(1) - x(0), y(1) - y(0)];
  const within = (value: number, most: number): number => Math.max(0, Math.min(most - 1, Math.floor(value)));
  const last = within((Math.max(ay, by) - y(0)) / height + CLOSE, rows);
  for (let row = within((Math.min(ay, by) - y(0)) / height - CLOSE, rows); row <= last; row++) {
    const bottom = ay === by ? 0 : Math.max(0, Math.min(1, (y(row - CLOSE) - ay) / (by - ay)));
    const top = ay === by ? 1 : Math.max(0, Math.min(1, (y(row + 1 + CLOSE) - ay) / (by - ay)));
    const [enter, leave] = [ax + (bx - ax) * bottom, ax + (bx - ax) * top];
    const from = within((Math.min(enter, leave) - x(0)) / width - CLOSE, columns);
    const to = within((Math.max(enter, leave) - x(0)) / width + CLOSE, columns);
    cells.fill(CROSSED, row * ROW_OF_CELLS + from, row * ROW_OF_CELLS + to + 1);
  }
}
