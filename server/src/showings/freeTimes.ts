import { DateTime } from 'luxon';

/** When homes are shown, in hours: on weekdays after work, on Saturdays from ten, on Sundays from one. */
const WEEKDAY = [16.5, 17.75];
const SATURDAY = [10, 11.5, 14];
const SUNDAY = [13, 14.5];
const LOOKS_AHEAD_DAYS = 7;
/** A visit takes its time, and so does the way to it. */
const APART_MS = 75 * 60_000;
/** A listing office needs so long to answer, and a seller to tidy. */
const NOTICE_MS = 24 * 3_600_000;

interface Wanted {
  /** How many are offered, the earliest first: one of a weekday, two of a Saturday or Sunday. */
  readonly most?: number;
  /** Whether the home can be seen then. */
  readonly canBeSeen?: (at: DateTime) => boolean;
}

/**
 * Times at which an agent could show a home.
 *
 * @param taken  when the agent's other visits begin
 */
export function freeTimes(
  now: Date,
  zone: string,
  taken: readonly Date[],
  { most = 5, canBeSeen = () => true }: Wanted = {},
): Date[] {
  const first = DateTime.fromJSDate(now, { zone }).startOf('day');
  const days = Array.from({ length: LOOKS_AHEAD_DAYS }, (_, i) => first.plus({ days: i + 1 }));
  const isFree = (at: DateTime): boolean =>
    at.toMillis() - now.getTime() >= NOTICE_MS && taken.every((each) => Math.abs(each.getTime() - at.toMillis()) >= APART_MS);
  return days
    .flatMap((day) =>
      hoursOf(day)
        // by the wall clock, which may be put forward or back in the night
        .map((hour) => day.set({ hour: Math.floor(hour), minute: (hour % 1) * 60 }))
        .filter((at) => isFree(at) && canBeSeen(at))
        .slice(0, day.weekday < 6 ? 1 : 2),
    )
    .slice(0, most)
    .map((at) => at.toJSDate());
}

function hoursOf({ weekday }: DateTime): readonly number[] {
  return weekday === 6 ? SATURDAY : weekday === 7 ? SUNDAY : WEEKDAY;
}
