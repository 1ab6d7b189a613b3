import type { TimeSpan } from '../rounds/round.js';
import type { HomeOccupant } from './instructions.js';

/** What a listing office answered when it was asked for a time. */
export interface OfficeAnswer {
  readonly occupant: HomeOccupant | null;
  /** The hour of the day for which it was asked. */
  readonly hour: number;
  readonly isAgreed: boolean;
}

/** When homes are most readily shown, and what that rests on. */
export interface LikelyHours {
  readonly hours: readonly TimeSpan[];
  /** Answers on record for homes of the same kind, and how many of them were yes. */
  readonly asked: number;
  readonly agreed: number;
}

/** Of so many who are asked for a time within its hours, and outside of them, so many agree, as long as nothing else is known. */
interface Usual extends TimeSpan {
  readonly within: number;
  readonly outside: number;
}

/** Common practice: what stands empty is shown at any hour of the day, where somebody lives between their breakfast and their dinner. */
const USUAL: Readonly<Record<HomeOccupant | 'unknown', Usual>> = {
  vacant: { from: 9 * 60, until: 19 * 60, within: 0.9, outside: 0.5 },
  owner: { from: 10 * 60, until: 18 * 60, within: 0.8, outside: 0.5 },
  tenant: { from: 10 * 60, until: 18 * 60, within: 0.7, outside: 0.3 },
  unknown: { from: 10 * 60, until: 18 * 60, within: 0.8, outside: 0.5 },
};
/** What is usual weighs as much as so many answers. */
const WEIGHT = 4;
/** An hour is a likely one where so many of those who are asked agree. */
const LIKELY = 0.6;

/** The hours in which offices agree most readily to a visit, by who lives there: what is usual, corrected by the answers on record. */
export function likelyHours(occupant: HomeOccupant | null, answers: readonly OfficeAnswer[]): LikelyHours {
  const alike = answers.filter((answer) => answer.occupant === occupant);
  const { from, until, within, outside } = USUAL[occupant ?? 'unknown'];
  const hours: TimeSpan[] = [];
  for (let hour = 0; hour < 24; hour++) {
    const then = alike.filter((answer) => answer.hour === hour);
    const usual = 60 * hour >= from && 60 * hour < until ? within : outside;
    const share = (WEIGHT * usual + then.filter(({ isAgreed }) => isAgreed).length) / (WEIGHT + then.length);
    if (share < LIKELY) continue;
    const last = hours.at(-1);
    if (last?.until === 60 * hour) hours[hours.length - 1] = { from: last.from, until: 60 * (hour + 1) };
    else hours.push({ from: 60 * hour, until: 60 * (hour + 1) });
  }
  return { hours, asked: alike.length, agreed: alike.filter(({ isAgreed }) => isAgreed).length };
}
