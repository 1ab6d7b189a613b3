import { sayTimeOfDay } from '../roads/sayTravel.js';
import { clockOf } from '../time/hour.js';

/** "9:54 am", of minutes from midnight, to the next whole one: nobody is there before. */
export function sayMinutes(minutes: number): string {
  return sayTimeOfDay(clockOf(Math.ceil(minutes - 1e-6) % 1440));
}
