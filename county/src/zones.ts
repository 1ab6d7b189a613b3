import { Delaunay } from 'd3-delaunay';
import { REACH } from './ground.js';
import type { Point } from './ground.js';
import { SCHOOLS } from './schools.js';
import type { SchoolLevel } from './schools.js';
import { TOWNS } from './towns.js';

export interface Zone {
  readonly kind: 'postal' | SchoolLevel;
  readonly name: string;
  readonly at: Point;
  /** Closed; the points nearer to this zone's middle than to any other's. */
  readonly ring: readonly Point[];
}

/** Postal areas and the attendance zones of the three levels of school: each takes the ground nearest to its middle. */
export function buildZones(): Zone[] {
  return [
    ...nearestGround(
      'postal',
      TOWNS.flatMap(({ postal }) => postal.map(({ code, at }) => ({ name: code, at }))),
    ),
    ...(['elementary', 'middle', 'high'] as const).flatMap((level) =>
      nearestGround(
        level,
        SCHOOLS.filter((school) => school.level === level),
      ),
    ),
  ];
}

/** The zone of a kind that a point lies in. */
export function zoneAt(zones: readonly Zone[], kind: Zone['kind'], [east, north]: Point): Zone {
  const far = ({ at }: Zone): number => Math.hypot(at[0] - east, at[1] - north);
  return zones.filter((zone) => zone.kind === kind).reduce((best, each) => (far(each) < far(best) ? each : best));
}

function nearestGround(kind: Zone['kind'], middles: readonly { readonly name: string; readonly at: Point }[]): Zone[] {
  const cells = Delaunay.from(middles.map(({ at }) => [...at] as [number, number])).voronoi([
    -REACH.east,
    -REACH.north,
    REACH.east,
    REACH.north,
  ]);
  return middles.map(({ name, at }, i) => ({ kind, name, at, ring: cells.cellPolygon(i) }));
}
