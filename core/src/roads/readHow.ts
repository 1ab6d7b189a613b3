import { HOUR, hourOf } from '../time/hour.js';
import type { Travel } from './travel.js';

/** What was said of how and when a journey is made. */
export type How = Partial<Pick<Travel, 'arriveBy' | 'leaveAt' | 'on' | 'by'>>;

const FOOT = /,?\s*\b(?:on foot|by foot|walking)\b/i;
const CAR = /,?\s*\b(?:by car|driving)\b/i;
const TIME = new RegExp(`,?\\s*\\b(there|home|arriving|leaving) (?:by|at) ${HOUR}(?![a-z\\d])`, 'i');
const DAY = /,?\s*\bon an? (working day|weekday|saturday|sunday)\b/i;

/**
 * How a journey is made among what was typed, and what else was typed: "by car, there by 8:30 am", "on foot". A time
 * without a day is a working day's, as it is said.
 */
export function readHow(typed: string): { readonly how: How; readonly rest: string } {
  const [foot, car, time, day] = [FOOT, CAR, TIME, DAY].map((pattern) => pattern.exec(typed));
  const word = time?.[1]?.toLowerCase();
  const hour = time ? hourOf(time.slice(2, 7), word === 'home' ? 'evening' : 'morning') : null;
  const said = [foot, car, hour === null ? null : time, day];
  const named = day?.[1]?.toLowerCase();
  return {
    how: {
      ...(foot ? { by: 'foot' } : car ? { by: 'car' } : {}),
      ...(hour === null ? {} : word === 'leaving' ? { leaveAt: hour } : { arriveBy: hour }),
      ...(named === 'saturday' || named === 'sunday' ? { on: named } : named || hour !== null ? { on: 'weekday' } : {}),
    },
    rest: said.reduce((rest, match) => (match ? rest.replace(match[0], '') : rest), typed).trim(),
  };
}
