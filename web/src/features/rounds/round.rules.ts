import { roundAskOf } from '@perambula/contract';
import type { LeftOutHome, OfferOutcome, Round, RoundHome } from '@perambula/contract';
import { METRES_PER_MILE, sayMinutes, timed, USUAL_HOURS } from '@perambula/core';
import type { TimedRound, TimeSpan } from '@perambula/core';
import { DateTime } from 'luxon';
import { dayAndTime } from '../../shared/format.js';

/** "10 am to 2:30 pm" */
export function sayHours({ from, until }: TimeSpan): string {
  return [from, until].map((each) => sayMinutes(each).replace(':00', '')).join(' to ');
}

/** Minutes from midnight, of what a field for times holds. */
export function fromField(text: string): number | null {
  const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(text) ?? [];
  return hours === undefined ? null : 60 * Number(hours) + Number(minutes);
}

/** "5 homes, 9:54 am to 12:52 pm · 58 min driving, 17.2 miles" */
export function sayRound({ homes, legs }: Round, { leaveAt, backAt, driving }: TimedRound): string {
  const metres = legs.reduce((sum, leg) => sum + (leg?.metres ?? 0), 0);
  const number = `${homes.length} ${homes.length === 1 ? 'home' : 'homes'}`;
  return `${number}, ${sayMinutes(leaveAt)} to ${sayMinutes(backAt)} · ${Math.round(driving)} min driving, ${(metres / METRES_PER_MILE).toFixed(1)} miles`;
}

/** What kind of order it is, and what is known of it. */
export function sayOrder({ isOwnOrder, isProven, aim }: Round): string {
  if (isOwnOrder) return 'your own order';
  const best = aim === 'soonest' ? 'over soonest' : 'with the least driving';
  return isProven ? `best order, ${best}: no other is better` : `the best order found, ${best}`;
}

/** What would let a home be seen that was left out. */
export function sayChange({ change, open, at }: LeftOutHome): string {
  if (at === null) return 'cannot be put in: its listing does not say where it lies';
  switch (change?.what) {
    case 'leaveAt':
      return `fits if you start at ${sayMinutes(change.to)}`;
    case 'backBy':
      return `fits if you may be back at ${sayMinutes(change.to)}`;
    case 'minutes':
      return `fits if each visit takes ${change.to} minutes`;
    default:
      return open.length === 0 ? 'is not shown on that day, as its listing says' : 'does not fit with the others on that day';
  }
}

/** Who lives there, and what has to be thought of: "tenant, 24 h notice". */
export function sayOccupant({ rules }: RoundHome): string {
  const { occupant, noticeHours, isOpenHouseOnly, isCallFirst } = rules;
  const who = occupant === 'owner' ? 'owner home' : occupant;
  const notice = noticeHours ? `${noticeHours} h notice` : null;
  return [who, notice, isOpenHouseOnly ? 'open house only' : null, isCallFirst ? 'call first' : null].filter(Boolean).join(', ');
}

/** Whether a home still needs its office's word. */
export function isWaiting({ clientId }: Round, { showing }: RoundHome): boolean {
  return clientId !== null && showing?.state !== 'confirmed';
}

/** How many homes no office was asked for yet; nobody is asked where the agent goes alone. */
export function notAskedOf({ homes, clientId }: Round): number {
  if (clientId === null) return 0;
  return homes.filter(({ showing }) => showing === null || showing.state === 'asked').length;
}

/** What an offered time would do to a round. */
export function sayOutcome({ now, then, lost }: OfferOutcome): string {
  const minutes = Math.round(then - now);
  const over =
    minutes === 0
      ? `The round is over at ${sayMinutes(then)}, as now`
      : `The round is then over at ${sayMinutes(then)}, ${Math.abs(minutes)} min ${minutes > 0 ? 'later' : 'sooner'}`;
  const gone = lost.map((address) => address.split(',')[0] ?? '');
  return gone.length === 0 ? `${over}, and every home is seen.` : `${over}; ${gone.join(' and ')} could not be seen.`;
}

/** When a round would be over without one of its homes. */
export function sayWithout(round: Round, home: RoundHome): string {
  const rest = round.homes.flatMap(({ id }) => (id === home.id ? [] : [id]));
  return rest.length === 0 ? '' : `Without it the round is over at ${sayMinutes(timed(roundAskOf(round), rest).backAt)}.`;
}

/** What to see to before a round begins, each with its home. */
export interface Reminder {
  readonly home: RoundHome;
  readonly says: string;
  /** What can be done about it at once. */
  readonly kind: 'offered' | 'refused' | 'other';
}

export function remindersOf({ homes, clientId }: Round): Reminder[] {
  return homes.flatMap((home) => {
    const { showing, rules, hoursBy, agentMobile } = home;
    const says: [Reminder['kind'], string | null][] = [
      ['other', showing?.state === 'proposed' ? 'has not answered.' : null],
      ['refused', showing?.state === 'refused' ? `was refused${showing.answer ? `: ${showing.answer}` : '.'}` : null],
      ['offered', showing?.state === 'countered' && showing.offeredAt ? `offers ${dayAndTime(showing.offeredAt)}.` : null],
      ['other', showing?.clash ? `clashes: ${showing.clash}` : null],
      ['other', rules.unread.length > 0 ? `says “${rules.unread.join(' ')}” Set its hours if that means some.` : null],
      ['other', hoursBy === 'nobody' && clientId !== null ? `says no hours: ${sayHours(USUAL_HOURS)} is assumed.` : null],
      [
        'other',
        rules.isCallFirst && showing?.state === 'confirmed' && agentMobile ? `wants a call first: ${agentMobile}.` : null,
      ],
    ];
    return says.flatMap(([kind, each]) => (each === null ? [] : [{ home, says: each, kind }]));
  });
}

/** The Saturday after a moment, as an ISO date. */
export function nextSaturday(now: string, zone: string): string {
  const today = DateTime.fromISO(now, { zone });
  return today.plus({ days: (6 - today.weekday + 7) % 7 || 7 }).toISODate() as string;
}

/** "a break of 30 min, 12:10 pm to 12:40 pm" */
export function sayBreak(at: number, minutes: number): string {
  return `a break of ${minutes} min, ${sayMinutes(at)} to ${sayMinutes(at + minutes)}`;
}
