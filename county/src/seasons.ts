import type { Random } from './random.js';

/** How willing owners are to sell at a time of the year, most of all in late spring; 1 at the most. */
function season(day: number): number {
  return (1 + 0.36 * Math.sin((((day - 10_957) % 365.25) / 365.25 - 0.16) * 2 * Math.PI)) / 1.36;
}

/** How many listings come on a day of the week, Sunday first; 1 at the most. */
const WEEKDAYS = [0.16, 0.66, 0.66, 0.76, 1, 0.93, 0.36] as const;

/** How briskly the market moves on a day, by season and weekday; 1 at the most. */
export function briskness(day: number): number {
  return season(day) * (WEEKDAYS[(day + 4) % 7] as number);
}

/** The day on which whoever thinks of selling does so: many wait for a better season, then for a better weekday. */
export function briskDay(from: number, random: Random): number {
  let day = from;
  while (!random.chance(season(day))) day += random.int(20, 100);
  while (!random.chance(WEEKDAYS[(day + 4) % 7] as number)) day += 1;
  return day;
}
