import type { LonLat } from './distance.js';

/** West, south, east and north in degrees. */
export type Box = readonly [west: number, south: number, east: number, north: number];

/** The least box about some corners; of none, one that holds nothing. */
export function boxAbout(corners: Iterable<LonLat>): Box {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of corners) {
    west = Math.min(west, x);
    south = Math.min(south, y);
    east = Math.max(east, x);
    north = Math.max(north, y);
  }
  return [west, south, east, north];
}
