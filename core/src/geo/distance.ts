import geodesic from 'geographiclib-geodesic';

const { WGS84 } = geodesic.Geodesic;

export type LonLat = readonly [number, number];

/** Metres in an international mile. */
export const METRES_PER_MILE = 1609.344;

/**
 * Geodesic distance on WGS 84 between two points in degrees, in metres, to some nanometres
 * (C. F. F. Karney, Algorithms for geodesics, 2013, doi:10.1007/s00190-012-0578-z).
 */
export function distance(a: LonLat, b: LonLat): number {
  return WGS84.Inverse(a[1], a[0], b[1], b[0], geodesic.Geodesic.DISTANCE).s12 as number;
}

/** The point that lies `metres` from a point along an azimuth in degrees clockwise from north. */
export function destination(from: LonLat, azimuth: number, metres: number): LonLat {
  const end = WGS84.Direct(from[1], from[0], azimuth, metres);
  return [end.lon2 as number, end.lat2 as number];
}

/** A geodesic circle as a closed ring of `corners` + 1 points, counter-clockwise. */
export function circleRing(center: LonLat, radiusMeters: number, corners = 72): LonLat[] {
  const ring = Array.from({ length: corners }, (_, i) => destination(center, -(360 * i) / corners, radiusMeters));
  return [...ring, ring[0] as LonLat];
}

/** Metres per degree of longitude and of latitude at a latitude, on WGS 84. */
export function metresPerDegree(latitude: number): readonly [number, number] {
  const phi = (latitude * Math.PI) / 180;
  const e2 = 0.00669437999014;
  const w = Math.sqrt(1 - e2 * Math.sin(phi) ** 2);
  const rad = Math.PI / 180;
  return [(6378137 * Math.cos(phi) * rad) / w, (6378137 * (1 - e2) * rad) / w ** 3];
}
