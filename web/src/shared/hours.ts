import { clockOf } from '@perambula/core';
import type { BusyHours, Hours } from '@perambula/core';

/** "New York" of America/New_York. */
export function placeOf(zone: string): string {
  return (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');
}

/** "Nothing is sent between 9 pm and 7 am". */
export function quietSaid({ quietFrom, quietUntil }: Pick<Hours, 'quietFrom' | 'quietUntil'>): string {
  if (quietFrom === quietUntil) return 'Written to at any hour';
  return `Nothing is sent between ${sayTime(quietFrom)} and ${sayTime(quietUntil)}`;
}

/** "9 pm" of 21:00, "7:30 am" of 07:30. */
function sayTime(time: string): string {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  const minutes = minute === 0 ? '' : `:${String(minute).padStart(2, '0')}`;
  return `${hour % 12 || 12}${minutes} ${hour < 12 ? 'am' : 'pm'}`;
}

/** Minutes from midnight, of what a field for times holds. */
export function fromField(text: string): number | null {
  const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(text) ?? [];
  return hours === undefined ? null : 60 * Number(hours) + Number(minutes);
}

/** ISO weekdays from 1 for Monday on. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** "Cannot come Mon to Fri 9 am to 5 pm, Sat 1 pm to 6 pm", of when a household cannot see homes. */
export function busySaid(busy: readonly BusyHours[]): string {
  if (busy.length === 0) return 'They can see homes at any hour';
  const said = busy.map(({ days, from, until }) => `${daysSaid(days)} ${sayTime(clockOf(from))} to ${sayTime(clockOf(until))}`);
  return `Cannot come ${said.join(', ')}`;
}

function daysSaid(days: readonly number[]): string {
  const names = days.map((day) => WEEKDAYS[day - 1] ?? '');
  const isRow = days.length > 2 && days.every((day, i) => i === 0 || day === (days[i - 1] ?? 0) + 1);
  return isRow ? `${names[0] ?? ''} to ${names.at(-1) ?? ''}` : names.join(' and ');
}
