import type { HoursBy } from '@perambula/contract';
import { freeOf, USUAL_HOURS } from '@perambula/core';
import type { BusyHours, ShowingRules, TimeSpan } from '@perambula/core';
import { DateTime } from 'luxon';

/** What decides when a home can be seen on a day. */
interface Asked {
  readonly rules: ShowingRules;
  /** The day's beginning in the county, and now. */
  readonly day: DateTime;
  readonly now: Date;
  /** Its open houses on that day. */
  readonly openHouses: readonly TimeSpan[];
  /** The hours that the agent says. */
  readonly hours: TimeSpan | null;
  /** What the listing office agreed to. */
  readonly agreed: TimeSpan | null;
  /** Whether it is seen from the street only, which nobody need know of; and whether its office was asked already. */
  readonly isPassedBy: boolean;
  readonly isAsked: boolean;
  /** When the household cannot come. */
  readonly busy: readonly BusyHours[];
}

const WHOLE_DAY: TimeSpan = { from: 0, until: 1440 };

interface Hours {
  readonly open: readonly TimeSpan[];
  readonly hoursBy: HoursBy;
}

/** When a home can be seen on a day, in minutes from midnight, and who says so. What is said least surely gives way. */
export function hoursOn(asked: Asked): Hours {
  const { agreed, hours, busy, day } = asked;
  if (agreed) return { open: [agreed], hoursBy: 'office' };
  if (hours) return { open: [hours], hoursBy: 'agent' };
  const said = saidOn(asked);
  const open = freeOf(said.open, busy, day.weekday);
  return minutesIn(open) < minutesIn(said.open) ? { open, hoursBy: 'client' } : said;
}

function minutesIn(spans: readonly TimeSpan[]): number {
  return spans.reduce((sum, { from, until }) => sum + until - from, 0);
}

/** What is said of the home itself. */
function saidOn({ rules, day, now, openHouses, isPassedBy, isAsked }: Asked): Hours {
  if (isPassedBy) return { open: [WHOLE_DAY], hoursBy: 'nobody' };
  if (rules.isOpenHouseOnly) return { open: openHouses, hoursBy: 'instructions' };
  const { from, until } = rules.hours ?? USUAL_HOURS;
  // notice is to be given when the office is asked
  const noticed = new Date(now.getTime() + (rules.noticeHours ?? 0) * 3_600_000);
  const soonest = isAsked ? 0 : minutesOn(day, noticed);
  const span = { from: Math.max(from, Math.ceil(soonest)), until };
  const isShown = !rules.notOn.includes(day.weekday) && span.from < span.until;
  return {
    open: isShown ? [span] : [],
    hoursBy: rules.hours || rules.notOn.length > 0 || rules.noticeHours !== null ? 'instructions' : 'nobody',
  };
}

/** A moment in minutes from a day's midnight, by the clock on the wall, which may have been changed in that night. */
export function minutesOn(day: DateTime, moment: Date): number {
  const at = DateTime.fromJSDate(moment, { zone: day.zone });
  const days = Math.round(at.startOf('day').diff(day.startOf('day'), 'days').days);
  return days * 1440 + at.hour * 60 + at.minute + at.second / 60;
}
