import { middleOf } from '@perambula/core';
import type { LonLat } from '@perambula/core';
import type { NamedArea, NamedPlace } from '../namedPlaces/index.js';

const MOST_PLACES = 6;

/** Those whose name, or a word of it, begins as what is typed; the best first. */
export function bestNamed<T extends { readonly name: string }>(sought: string, all: readonly T[]): T[] {
  const wanted = sought.trim().toLowerCase();
  if (wanted === '') return [];
  const rank = ({ name }: T): number => {
    const text = name.toLowerCase();
    return text === wanted ? 0 : text.startsWith(wanted) ? 1 : text.includes(` ${wanted}`) ? 2 : 3;
  };
  return all
    .filter((each) => rank(each) < 3)
    .sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name))
    .slice(0, MOST_PLACES);
}

/** An area by the middle of the box about it. */
export function areaPlace({ name, shape }: NamedArea): NamedPlace {
  return { name, at: middleOf(shape) };
}

/** A place typed as latitude and longitude in degrees, "40.61 N 66.01 W" or "40.61, -66.01"; null when it is none. */
export function placeAt(typed: string): NamedPlace | null {
  const match = /^(-?\d{1,3}(?:\.\d+)?)\s*°?\s*([ns])?[\s,;]+(-?\d{1,3}(?:\.\d+)?)\s*°?\s*([ew])?$/i.exec(typed.trim());
  if (!match) return null;
  const [, first = '', ns = '', second = '', ew = ''] = match;
  const lat = Number(first) * (ns.toLowerCase() === 's' ? -1 : 1);
  const lon = Number(second) * (ew.toLowerCase() === 'w' ? -1 : 1);
  if (Math.abs(lat) > 89 || Math.abs(lon) > 180) return null;
  return { name: sayPosition([lon, lat]), at: [lon, lat] };
}

/** A position as it is read out: "40.6100 N 66.0100 W". Four decimals are ten metres, six a tenth of one. */
export function sayPosition([lon, lat]: LonLat, decimals = 4): string {
  const part = (degrees: number, plus: string, minus: string): string =>
    `${Math.abs(degrees).toFixed(decimals)} ${degrees < 0 ? minus : plus}`;
  return `${part(lat, 'N', 'S')} ${part(lon, 'E', 'W')}`;
}
