import { DateTime } from 'luxon';

/** "Saturday, April 18, at 10:00 AM", as letters say when a visit is. */
export function sayWhen(moment: Date, zone: string): string {
  return DateTime.fromJSDate(moment, { zone }).toFormat("cccc, LLLL d, 'at' h:mm a");
}
