import type { Travel } from './travel.js';

/** Whether one goes to a place or comes from it, with its name: "to Ferry Square". */
export function sayPlace({ to }: Pick<Travel, 'to'>, name = 'a point'): string {
  return `${to ? 'to' : 'from'} ${name}`;
}

/** How and when a journey is made: "by car, there by 8:30 am". On foot the hour makes no difference worth saying. */
export function sayHow({ to, arriveBy, leaveAt, on, by }: Travel): string {
  if (by === 'foot') return 'on foot';
  const day = on === 'weekday' ? '' : on === 'saturday' ? ' on a Saturday' : ' on a Sunday';
  if (leaveAt !== undefined) return `by car, leaving at ${sayTimeOfDay(leaveAt)}${day}`;
  return `by car, ${to ? 'there' : 'home'} by ${sayTimeOfDay(arriveBy ?? '')}${day}`;
}

/** "08:30" as Americans say it: 8:30 am. */
export function sayTimeOfDay(time: string): string {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  return `${hour % 12 === 0 ? 12 : hour % 12}:${String(minute).padStart(2, '0')} ${hour < 12 ? 'am' : 'pm'}`;
}
