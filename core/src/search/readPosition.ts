import type { LonLat } from '../geo/distance.js';
import { listAt, numberAt, quoted, SearchProblem } from './problem.js';

/** Longitude and latitude from outside; a height after them is let go. */
export function readPosition(value: unknown, path: string): LonLat {
  const pair = listAt(value, path, 3);
  const lon = numberAt(pair[0], `${path}[0]`);
  const lat = numberAt(pair[1], `${path}[1]`);
  if (Math.abs(lon) > 180 || Math.abs(lat) > 89) {
    throw new SearchProblem(path, `${quoted([lon, lat])} is not a longitude within ±180 and a latitude within ±89 degrees.`);
  }
  return [lon, lat];
}
