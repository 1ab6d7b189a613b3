import area from '@turf/area';
import { describe, expect, it } from 'vitest';
import { destination } from './distance.js';
import type { LonLat } from './distance.js';
import { lengthOf, sayArea, sayDistance, squareMetresOf } from './measures.js';

/** An acre is 43,560 square feet, and 640 of them a square mile (NIST Handbook 44, appendix C). */
const ACRE = 43_560 * 0.3048 ** 2;

describe('squareMetresOf', () => {
  const square = (metres: number): LonLat[] => {
    const a: LonLat = [-66, 40.6];
    const b = destination(a, 90, metres);
    const c = destination(b, 0, metres);
    const d = destination(a, 0, metres);
    return [a, b, c, d, a];
  };

  it('is side by side for a square, and without its holes', () => {
    const whole = squareMetresOf({ type: 'Polygon', coordinates: [square(1000)] });
    expect(whole / 1e6).toBeCloseTo(1, 3);
    const holed = squareMetresOf({ type: 'Polygon', coordinates: [square(1000), [...square(500)].reverse()] });
    expect(holed / 1e6).toBeCloseTo(0.75, 3);
  });

  it('is π r² for a circle within a half per cent, and within a half per cent of turf’s, which is on a sphere', () => {
    for (const radiusMeters of [50, 800, 5000]) {
      const metres = squareMetresOf({ type: 'Circle', center: [-66, 40.6], radiusMeters });
      expect(Math.abs(metres / (Math.PI * radiusMeters ** 2) - 1)).toBeLessThan(0.0051);
    }
    const ring = square(3000);
    const turf = area({ type: 'Polygon', coordinates: [ring.map(([x, y]) => [x, y])] });
    expect(Math.abs(squareMetresOf({ type: 'Polygon', coordinates: [ring] }) / turf - 1)).toBeLessThan(0.005);
  });
});

describe('what is measured', () => {
  it.each([
    [ACRE, '1 acre'],
    [ACRE / 4, '0.25 acres'],
    [ACRE * 212.4, '212 acres'],
    [ACRE * 640, '1 sq mi'],
    [ACRE * 64_000, '100 sq mi'],
  ])('is said in the trade’s units: %d m² is %s', (metres, said) => expect(sayArea(metres)).toBe(said));

  it.each([
    [100, '328 ft'],
    [1609.344, '1 mi'],
    [2172.6, '1.35 mi'],
    [160_934.4, '100 mi'],
  ])('%d m are %s', (metres, said) => expect(sayDistance(metres)).toBe(said));

  it('adds up a line’s parts', () => {
    const a: LonLat = [-66, 40.6];
    const b = destination(a, 90, 300);
    const c = destination(b, 0, 400);
    expect(lengthOf([a, b, c])).toBeCloseTo(700, 3);
    expect(lengthOf([a])).toBe(0);
  });
});
