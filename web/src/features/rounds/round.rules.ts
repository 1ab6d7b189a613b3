import { roundAskOf } from '@perambula/contract';
import type { LeftOutHome, OfferOutcome, OtherRound, Round, RoundHome, RoundLeg } from '@perambula/contract';
import { brokenTies, METRES_PER_MILE, sayMinutes, timed, USUAL_HOURS } from '@perambula/core';
import type { Aim, RoundVisit, TimedRound, TimeSpan } from '@perambula/core';
import { DateTime } from 'luxon';
import { dayAndTime, street } from '../../shared/format.js';

/** "10 am to 2:30 pm" */
export function sayHours({ from, until }: TimeSpan): string {
  return [from, until].map((each) => sayMinutes(each).replace(':00', '')).join(' to ');
}

/** "5 homes, 9:54 am to 12:52 pm · 58 min driving, 17.2 miles" */
export function sayRound({ homes, legs }: Round, { leaveAt, backAt, driving }: TimedRound): string {
  const metres = legs.reduce((sum, leg) => sum + (leg?.metres ?? 0), 0);
  const number = `${homes.length} ${homes.length === 1 ? 'home' : 'homes'}`;
  return `${number}, ${sayMinutes(leaveAt)} to ${sayMinutes(backAt)} · ${Math.round(driving)} min driving, ${(metres / METRES_PER_MILE).toFixed(1)} miles`;
}

/** What an order is best for, as it is chosen. */
export const AIM_LABEL = {
  soonest: 'Over soonest',
  leastDriving: 'Least driving',
  likeliest: 'Most likely confirmed',
} as const satisfies Record<Aim, string>;

const BEST_BY = {
  soonest: 'over soonest',
  leastDriving: 'with the least driving',
  likeliest: 'most likely to be confirmed',
} as const satisfies Record<Aim, string>;

/** Whether the best order cannot be kept any more: hours changed since it was found. */
export function isOutdated({ isOwnOrder }: Round, { visits, late, lacksBreak }: TimedRound): boolean {
  return !isOwnOrder && (late > 0 || lacksBreak || visits.some(({ isShut }) => isShut));
}

/** What kind of order it is, and what is known of it. */
export function sayOrder(round: Round, goes: TimedRound): string {
  const { isOwnOrder, isProven, aim } = round;
  if (isOwnOrder) return 'your own order';
  if (isOutdated(round, goes)) return 'ordered before its hours changed';
  return isProven ? `best order, ${BEST_BY[aim]}: no other is better` : `the best order found, ${BEST_BY[aim]}`;
}

/** Why a home cannot be seen at all on the round's day. */
function sayNever({ hoursBy }: Pick<RoundHome, 'hoursBy'>): string {
  return hoursBy === 'client' ? 'is shown only when they cannot come' : 'is not shown on that day, as its listing says';
}

/** What would let a home be seen that was left out. */
export function sayChange(home: LeftOutHome): string {
  const { change, open, at, place, before, beside } = home;
  if (at === null) return 'cannot be put in: its listing does not say where it lies';
  switch (change?.what) {
    case 'leaveAt':
      return `fits if you start at ${sayMinutes(change.to)}`;
    case 'backBy':
      return `fits if you may be back at ${sayMinutes(change.to)}`;
    case 'break':
      return 'fits without the break';
    case 'minutes':
      return `fits if each visit takes ${change.to} minutes`;
    default:
      if (open.length === 0) return sayNever(home);
      return (place ?? before ?? beside)
        ? 'does not fit with the others on that day, in the place that you wish for it'
        : 'does not fit with the others on that day';
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
  const gone = lost.map((address) => street({ UnparsedAddress: address }));
  return gone.length === 0 ? `${over}, and every home is seen.` : `${over}; ${gone.join(' and ')} could not be seen.`;
}

/** What an order does not keep of what is wished for it, in sentences. */
export function sayBroken(round: Round, order: readonly string[]): string[] {
  const named = (id: string | undefined): string => {
    const home = [...round.homes, ...round.leftOut].find((each) => each.id === id);
    return home ? street({ UnparsedAddress: home.address }) : 'another home';
  };
  return brokenTies(roundAskOf(round).stops, order).map(({ id, wish, other }) => {
    if (wish === 'first' || wish === 'last') return `${named(id)} is to be ${wish}, and is not.`;
    return `${named(id)} is to be seen ${wish === 'before' ? 'before' : 'right beside'} ${named(other)}, and is not.`;
  });
}

/** "They go round with Wilhelm Frost, too, from 10:30 am to 1:00 pm." */
export function sayOther({ agentName, isOwn, from, until }: OtherRound): string {
  const hours = `from ${sayMinutes(from)} to ${sayMinutes(until)}`;
  return isOwn ? `You have another round with them ${hours}.` : `They go round with ${agentName}, too, ${hours}.`;
}

/** "drive 4 min, or 6 on foot" */
export function sayWay({ drive }: RoundVisit, leg: RoundLeg | null | undefined): string {
  const walk = leg?.onFoot ?? null;
  return `drive ${Math.max(1, Math.round(drive))} min${walk === null ? '' : `, or ${Math.max(1, Math.round(walk))} on foot`}`;
}

/** "Offices agree most readily 10 am to 6 pm: 12 of 15 did, asked of such homes." */
export function sayLikely({ likely: { hours, asked, agreed } }: RoundHome): string {
  const record = asked > 0 ? `: ${agreed} of ${asked} asked about such homes did` : '';
  return hours.length === 0
    ? `Offices rarely agree to such a home${record}.`
    : `Offices agree most readily ${hours.map(sayHours).join(', ')}${record}.`;
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
