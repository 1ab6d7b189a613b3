import type { LonLat, Polygon } from '@perambula/core';
import { selfCrossing } from '@perambula/core';
import { placeAt, sayPosition } from '../../places/index.js';
import type { NamedPlace } from '../../namedPlaces/index.js';

/** What was made of typed corners: a shape, or sentences about why there is none yet. */
export interface TypedCorners {
  readonly shape: Polygon | null;
  readonly corners: number;
  readonly problems: readonly string[];
}

/**
 * An outline typed corner by corner, one a row, each as latitude and longitude or as the name of a place; rows after an
 * empty one are a hole.
 */
export function readCorners(text: string, places: readonly NamedPlace[]): TypedCorners {
  const problems: string[] = [];
  const rings: LonLat[][] = [[]];
  text.split('\n').forEach((row, i) => {
    const typed = row.trim();
    if (typed === '') {
      if (rings.at(-1)?.length) rings.push([]);
      return;
    }
    const at = placeAt(typed)?.at ?? places.find(({ name }) => name.toLowerCase() === typed.toLowerCase())?.at;
    if (at) rings.at(-1)?.push(at);
    else
      problems.push(`Row ${i + 1}: “${typed}” is neither latitude and longitude, as 40.61 N 66.01 W, nor the name of a place.`);
  });
  const typed = rings.filter((ring) => ring.length > 0);
  const corners = typed.reduce((sum, ring) => sum + ring.length, 0);
  typed.forEach((ring, i) => {
    if (ring.length < 3)
      problems.push(`${i === 0 ? 'An outline' : 'A hole'} needs at least three corners; this one has ${ring.length}.`);
  });
  const coordinates = typed.map((ring) => [...ring, ring[0] as LonLat]);
  if (problems.length > 0 || coordinates.length === 0) return { shape: null, corners, problems };
  const crossing = selfCrossing(coordinates);
  if (crossing) {
    const [a, b] = crossing.edges;
    return {
      shape: null,
      corners,
      problems: [`Sides ${a} and ${b} cross. Put the corners in the order in which one walks around.`],
    };
  }
  return { shape: { type: 'Polygon', coordinates }, corners, problems };
}

/** The corners of an outline as they are typed; null for several areas, which are drawn. */
export function writeCorners({ coordinates }: Polygon): string {
  return coordinates.map((ring) => ring.slice(0, -1).map(exactly).join('\n')).join('\n\n');
}

/** As `sayPosition`, to a tenth of a metre. */
function exactly(at: LonLat): string {
  return sayPosition(at, 6);
}
