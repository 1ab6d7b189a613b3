import { MOST_DRAWN } from '@perambula/contract';
import { polygonsOf, readShape } from '@perambula/core';
import type { Bound, DrawnShape, LonLat } from '@perambula/core';

/** Between areas, between the outlines of one, and between numbers. */
const [BETWEEN_AREAS, BETWEEN_OUTLINES, BETWEEN_NUMBERS] = ['*', '~', '_'];
/** Decimals of a degree; about a tenth of a metre. */
const DECIMALS = 6;

/** Drawn areas as bounds of a search: a home lies in one of them. */
export function boundsOf(areas: readonly DrawnShape[]): Bound[] {
  return areas.map((shape, i) => ({ id: `drawn${i + 1}`, mode: 'in', shape }));
}

/** Areas as they stand in a page's address: their outlines' longitudes and latitudes in turn. */
export function wordsOfAreas(areas: readonly DrawnShape[]): string {
  return areas
    .map((shape) =>
      polygonsOf(shape)
        .map(([outline = []]) => outline.map((corner) => corner.map((degrees) => Number(degrees.toFixed(DECIMALS)))))
        .map((outline) => outline.flat().join(BETWEEN_NUMBERS))
        .join(BETWEEN_OUTLINES),
    )
    .join(BETWEEN_AREAS);
}

/** The areas that stand in a page's address; what is no area there is left out. */
export function areasOf(words: string): DrawnShape[] {
  return words
    .split(BETWEEN_AREAS)
    .flatMap((area) => {
      const outlines = area.split(BETWEEN_OUTLINES).map((outline) => pairsOf(outline.split(BETWEEN_NUMBERS).map(Number)));
      const [only] = outlines;
      const shape =
        outlines.length === 1
          ? { type: 'Polygon', coordinates: [only] }
          : { type: 'MultiPolygon', coordinates: outlines.map((outline) => [outline]) };
      try {
        return [readShape(shape, 'areas') as DrawnShape];
      } catch {
        return [];
      }
    })
    .slice(0, MOST_DRAWN);
}

function pairsOf(numbers: readonly number[]): LonLat[] {
  return Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => [
    numbers[2 * i] as number,
    numbers[2 * i + 1] as number,
  ]);
}
