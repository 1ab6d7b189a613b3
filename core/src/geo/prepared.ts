import { orient2d } from 'robust-predicates';
import type { DrawnShape } from '../search/document.js';
import { boxAbout } from './box.js';
import { metresPerDegree } from './distance.js';
import type { LonLat } from './distance.js';
import { inCircle } from './inside.js';
import type { PolygonRings, Ring } from './inside.js';

export type PointTest = (longitude: number, latitude: number) => boolean;

/** A shape made ready for many points; decides each just as `contains` does. */
export function prepared(shape: DrawnShape): PointTest {
  switch (shape.type) {
    case 'Circle':
      return preparedCircle(shape.center, shape.radiusMeters);
    case 'Polygon':
      return preparedPolygon(shape.coordinates);
    case 'MultiPolygon': {
      const parts = shape.coordinates.map(preparedPolygon);
      return (x, y) => parts.some((part) => part(x, y));
    }
  }
}

function preparedCircle(center: LonLat, radiusMeters: number): PointTest {
  const [lon, lat] = center;
  const [east, north] = metresPerDegree(lat);
  const exact: PointTest = (x, y) => inCircle(x, y, center, radiusMeters);
  // in middle latitudes and within 50 km, a flat estimate errs by less than 2 %
  if (radiusMeters > 50_000 || Math.abs(lat) > 60) return exact;
  const [inner, outer] = [(0.98 * radiusMeters) ** 2, (1.02 * radiusMeters) ** 2];
  const reach = (1.02 * radiusMeters) / north;
  return (x, y) => {
    if (y > lat + reach || y < lat - reach) return false;
    const dx = (x - lon) * east;
    const dy = (y - lat) * north;
    const square = dx * dx + dy * dy;
    return square < inner || (square <= outer && exact(x, y));
  };
}

function preparedPolygon([outer = [], ...holes]: PolygonRings): PointTest {
  const side = preparedRing(outer);
  const holeSides = holes.map(preparedRing);
  return (x, y) => side(x, y) >= 0 && holeSides.every((hole) => hole(x, y) <= 0);
}

/** As `sideOfRing`, looking only at the edges of the point's band of latitude; the bands hold some three places an edge. */
function preparedRing(ring: Ring): (x: number, y: number) => -1 | 0 | 1 {
  const [west, south, east, north] = boxAbout(ring);
  let climbed = 0;
  forEachEdge(ring, (_ax, ay, _bx, by) => (climbed += Math.abs(by - ay)));
  const bands = climbed > 0 ? Math.ceil((2 * (ring.length - 1) * (north - south)) / climbed) : 1;
  const bandOf = (y: number): number => Math.min(bands - 1, Math.floor(((y - south) / (north - south || 1)) * bands));

  // counted first, so that all coordinates go into one array, band by band
  const starts = new Uint32Array(bands + 1);
  forEachEdge(ring, (_ax, ay, _bx, by) => {
    const last = bandOf(Math.max(ay, by));
    for (let band = bandOf(Math.min(ay, by)); band <= last; band++) (starts[band + 1] as number) += 4;
  });
  for (let band = 0; band < bands; band++) (starts[band + 1] as number) += starts[band] as number;
  const coordinates = new Float64Array(starts[bands] as number);
  const filled = starts.slice();
  forEachEdge(ring, (ax, ay, bx, by) => {
    const last = bandOf(Math.max(ay, by));
    for (let band = bandOf(Math.min(ay, by)); band <= last; band++) {
      let at = filled[band] as number;
      coordinates[at++] = ax;
      coordinates[at++] = ay;
      coordinates[at++] = bx;
      coordinates[at++] = by;
      filled[band] = at;
    }
  });

  return (x, y) => {
    if (!(x >= west && x <= east && y >= south && y <= north)) return -1;
    const band = bandOf(y);
    const end = starts[band + 1] as number;
    let inside = false;
    for (let i = starts[band] as number; i < end; i += 4) {
      const ay = coordinates[i + 1] as number;
      const by = coordinates[i + 3] as number;
      if ((y < ay && y < by) || (y > ay && y > by)) continue;
      const ax = coordinates[i] as number;
      const bx = coordinates[i + 2] as number;
      if (x > ax && x > bx) continue;
      const crossed = ay > y !== by > y;
      if (x < ax && x < bx) {
        if (crossed) inside = !inside;
        continue;
      }
      const turn = orient2d(ax, ay, bx, by, x, y);
      if (turn === 0) return 0;
      if (crossed && turn > 0 === ay > by) inside = !inside;
    }
    return inside ? 1 : -1;
  };
}

function forEachEdge(ring: Ring, edge: (ax: number, ay: number, bx: number, by: number) => void): void {
  for (let i = 1; i < ring.length; i++) {
    const [ax, ay] = ring[i - 1] as LonLat;
    const [bx, by] = ring[i] as LonLat;
    edge(ax, ay, bx, by);
  }
}
