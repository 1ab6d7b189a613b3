import { METRES_PER_MILE } from '@perambula/core';

const FEET_PER_MILE = 5280;
const MOST_MILES = 60;

/** Metres of a distance typed in miles ("½", "0.5", "1/2 mi") or feet ("800 ft"); null when it is none that a bound can have. */
export function metresOf(text: string): number | null {
  const match = /^(\d*\.?\d+)?\s*(½|¼|¾|1\/2|1\/4|3\/4)?\s*(mi|miles?|ft|feet)?$/.exec(text.trim());
  if (!match || (match[1] === undefined && match[2] === undefined)) return null;
  const fraction = { '½': 0.5, '1/2': 0.5, '¼': 0.25, '1/4': 0.25, '¾': 0.75, '3/4': 0.75 }[match[2] ?? ''] ?? 0;
  const amount = Number(match[1] ?? 0) + fraction;
  const miles = match[3]?.startsWith('f') ? amount / FEET_PER_MILE : amount;
  return miles > 0 && miles <= MOST_MILES ? Math.round(miles * METRES_PER_MILE * 1000) / 1000 : null;
}
