import fc from 'fast-check';
import { networkOf } from '../roads/network.js';
import type { RoadNetwork } from '../roads/network.js';
import { QUARTERS } from '../roads/travel.js';

/** A crooked grid of streets about 100 m long with gaps, one-ways, three profiles of speed, and here and there a ferry or a path. */
export function gridNetwork(
  side: number,
  random: () => number,
  turnWaits = new Float64Array(256),
  /** Metres a second by profile and quarter of an hour. */
  speedOf: (profile: number, quarter: number) => number = (profile) => 6 + 4 * profile,
): RoadNetwork {
  const positions = new Float64Array(2 * side * side);
  for (let node = 0; node < side * side; node++) {
    positions[2 * node] = -66 + 0.0012 * ((node % side) + 0.4 * random());
    positions[2 * node + 1] = 40.6 + 0.0009 * (Math.floor(node / side) + 0.4 * random());
  }
  const [tails, profileOf, foot, boarding]: [number[], number[], number[], number[]] = [[], [], [], []];
  const add = (a: number, b: number): void => {
    if (random() < 0.08) return;
    const profile = Math.floor(3 * random());
    const kind = random();
    tails.push(a, b);
    // a path, a one-way street, a ferry, or a street both ways
    profileOf.push(kind < 0.05 ? -1 : profile, kind < 0.15 ? -1 : (profile + 1) % 3);
    foot.push(kind > 0.97 ? 2 : kind > 0.93 ? 0 : 1);
    boarding.push(kind > 0.97 ? 300 : 0);
  };
  for (let node = 0; node < side * side; node++) {
    if (node % side < side - 1) add(node, node + 1);
    if (node < side * (side - 1)) add(node, node + side);
  }
  return networkOf({
    positions,
    tails: Uint32Array.from(tails),
    profileOf: Int16Array.from(profileOf),
    speeds: Float64Array.from({ length: 3 * 3 * QUARTERS }, (_, i) => speedOf(Math.floor(i / (3 * QUARTERS)), i % QUARTERS)),
    foot: Uint8Array.from(foot),
    boarding: Float64Array.from(boarding),
    names: ['Heron Ave', 'Mill St', 'Quay'],
    nameOf: Uint32Array.from(
      profileOf.filter((_, i) => i % 2 === 0),
      (profile) => Math.max(0, profile),
    ),
    turnWaits,
  });
}

/** Networks of some dozens of crossings, with speeds that change by the quarter of an hour and waits at turns. */
export const networks: fc.Arbitrary<RoadNetwork> = fc
  .record({ side: fc.integer({ min: 3, max: 7 }), seed: fc.integer({ min: 1, max: 1e9 }), waits: fc.boolean() })
  .map(({ side, seed, waits }) => {
    const random = randomFrom(seed);
    const table = Array.from({ length: 3 * QUARTERS }, () => 2 + 14 * random());
    const turnWaits = Float64Array.from({ length: 256 }, (_, turn) => (waits ? (turn * 7) % 23 : 0));
    const network = gridNetwork(
      side,
      random,
      turnWaits,
      (profile: number, quarter: number) => table[profile * QUARTERS + quarter] as number,
    );
    return Object.assign(network, { [fc.toStringMethod]: () => JSON.stringify({ side, seed, waits }) });
  });

/** Numbers from 0 to below 1, the same for the same seed (mulberry32, by T. Ettinger, public domain). */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
