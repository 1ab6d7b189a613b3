import Supercluster from 'supercluster';
import type { MarksAnswer } from '@perambula/contract';

/** A result's homes as points of the map. */
export interface Marks {
  readonly answer: MarksAnswer;
  /** The place of each home in the answer, by its key. */
  readonly placeOf: ReadonlyMap<string, number>;
  readonly clusters: Supercluster<{ readonly place: number }>;
}

/** What stands at one point of the map: one home, or several that are too close to tell apart. */
export type Mark =
  | { readonly lon: number; readonly lat: number; readonly place: number }
  | { readonly lon: number; readonly lat: number; readonly cluster: number; readonly count: number };

/** Pixels within which homes stand together, and the zoom from which on each stands by itself. */
const TOGETHER = 60;
const APART_FROM_ZOOM = 15;
/** So few in all are not put together. */
const FEW = 400;

/** Makes a result's homes ready to be drawn at any zoom. */
export function marksOf(answer: MarksAnswer): Marks {
  const clusters = new Supercluster<{ readonly place: number }>({
    radius: TOGETHER,
    // as OpenLayers counts them: 256 pixels across the world at zoom 0
    extent: 256,
    maxZoom: APART_FROM_ZOOM - 1,
    minPoints: 4,
  });
  clusters.load(
    answer.keys.map((_, place) => ({
      type: 'Feature',
      geometry: { type: 'Point', coordinates: positionOf(answer, place) },
      properties: { place },
    })),
  );
  return { answer, placeOf: new Map(answer.keys.map((key, place) => [key, place])), clusters };
}

/** The same of some homes only. */
export function onlyThose(answer: MarksAnswer, keys: ReadonlySet<string>): MarksAnswer {
  const kept = answer.keys.flatMap((key, place) => (keys.has(key) ? [place] : []));
  return {
    ...answer,
    keys: kept.map((place) => answer.keys[place] as string),
    places: kept.flatMap((place) => [answer.places[2 * place] as number, answer.places[2 * place + 1] as number]),
    status: kept.map((place) => answer.status[place] as number),
    prices: kept.map((place) => answer.prices[place] ?? null),
  };
}

/** Whether there are so many homes that they are put together. */
export function isCrowded({ answer }: Pick<Marks, 'answer'>): boolean {
  return answer.keys.length > FEW;
}

/** Longitude and latitude of a home in degrees. */
export function positionOf({ places }: MarksAnswer, place: number): [number, number] {
  return [(places[2 * place] ?? 0) / 1e6, (places[2 * place + 1] ?? 0) / 1e6];
}

/** What is to be drawn within a box of degrees at a zoom. */
export function marksWithin(marks: Marks, box: readonly [number, number, number, number], zoom: number): Mark[] {
  const whole = isCrowded(marks) ? Math.max(0, Math.round(zoom)) : APART_FROM_ZOOM;
  return marks.clusters.getClusters([...box], whole).map(({ geometry, properties }): Mark => {
    const [lon = 0, lat = 0] = geometry.coordinates;
    return 'cluster' in properties
      ? { lon, lat, cluster: properties.cluster_id, count: properties.point_count }
      : { lon, lat, place: (properties as { place: number }).place };
  });
}

/** The homes whose places lie within a box of degrees. */
export function keysWithin(
  { answer }: Marks,
  [west, south, east, north]: readonly [number, number, number, number],
): Set<string> {
  return new Set(
    answer.keys.filter((_, place) => {
      const [lon, lat] = positionOf(answer, place);
      return lon >= west && lon <= east && lat >= south && lat <= north;
    }),
  );
}
