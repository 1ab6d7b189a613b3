import { networkOf } from '@perambula/core';
import type { RoadNetwork } from '@perambula/core';
import { randomOf } from '@perambula/county';

const SIDE = 450;
const QUARTERS = 96;
const DAYS = 3;

/** Blocks about 110 by 100 m; every eighth street carries more, every sixty-fourth is quick. */
const MPH = [25, 38, 55];

/**
 * Some 200,000 crossings as a city and its country have them: a crooked grid with missing blocks and one-way streets,
 * three classes of road, slower at eight and at five.
 */
export function manyRoads(hourly: boolean): RoadNetwork {
  const random = randomOf(21);
  const positions = new Float64Array(2 * SIDE * SIDE);
  for (let node = 0; node < SIDE * SIDE; node++) {
    positions[2 * node] = -66.3 + 0.0013 * ((node % SIDE) + 0.3 * random.unit());
    positions[2 * node + 1] = 40.4 + 0.0009 * (Math.floor(node / SIDE) + 0.3 * random.unit());
  }
  const tails: number[] = [];
  const profileOf: number[] = [];
  const add = (a: number, b: number, line: number): void => {
    const profile = line % 64 === 0 ? 2 : line % 8 === 0 ? 1 : 0;
    if (profile === 0 && random.unit() < 0.1) return;
    tails.push(a, b);
    profileOf.push(profile, profile === 0 && random.unit() < 0.1 ? -1 : profile);
  };
  for (let node = 0; node < SIDE * SIDE; node++) {
    const [column, row] = [node % SIDE, Math.floor(node / SIDE)];
    if (column < SIDE - 1) add(node, node + 1, row);
    if (row < SIDE - 1) add(node, node + SIDE, column);
  }
  const edges = tails.length / 2;
  const slower = (quarter: number): number => {
    const hour = quarter / 4;
    return hourly ? 0.45 * (Math.exp(-((hour - 8) ** 2)) + Math.exp(-((hour - 17.3) ** 2))) : 0;
  };
  return networkOf({
    positions,
    tails: Uint32Array.from(tails),
    profileOf: Int16Array.from(profileOf),
    speeds: Float64Array.from({ length: MPH.length * DAYS * QUARTERS }, (_, i) => {
      const mph = MPH[Math.floor(i / (DAYS * QUARTERS))] as number;
      return mph * 0.44704 * (1 - slower(i % QUARTERS));
    }),
    foot: new Uint8Array(edges).fill(1),
    boarding: new Float64Array(edges),
    names: ['a street'],
    nameOf: new Uint32Array(edges),
    turnWaits: new Float64Array(256).map((_, turn) => (!hourly ? 0 : turn > 22 && turn < 234 ? (turn < 128 ? 2 : 7) : 0)),
  });
}
