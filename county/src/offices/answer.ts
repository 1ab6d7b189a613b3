import { DateTime } from 'luxon';
import { TIME_ZONE } from '../county.js';
import type { FeedRecord } from '../feedRecord.js';

export interface ShowingRequest {
  /** Milliseconds since 1970 UTC. */
  readonly startAt: number;
  readonly askedAt: number;
  /** Whether it was asked before. */
  readonly isReminder?: boolean;
}

export interface ShowingAnswer {
  /** “none”: it forgets to answer. */
  readonly answer: 'confirmed' | 'refused' | 'countered' | 'none';
  /** What the office says besides; may be empty. */
  readonly note: string;
  /** With “countered” only: the time that it offers, milliseconds since 1970 UTC. */
  readonly offeredAt?: number;
}

/** One home in so many has an agent who answers only when reminded. */
const FORGETFUL = 14;
const OPENS = 9;
const CLOSES = 19;
const NOTICE_HOURS: Readonly<Record<string, number>> = { Tenant: 24, Owner: 2 };

/**
 * A listing office's answer to a showing request, by its hours, the home's occupants and its status. A time that does not suit is
 * answered with the next one that does.
 */
export function answerShowing(record: FeedRecord, { startAt, askedAt, isReminder = false }: ShowingRequest): ShowingAnswer {
  if (!isReminder && isForgetful(record)) return { answer: 'none', note: '' };
  const start = DateTime.fromMillis(startAt, { zone: TIME_ZONE });
  const status = record['StandardStatus'];
  const opensOn = record['ActivationDate'];
  if (status === 'Coming Soon' && typeof opensOn === 'string' && (start.toISODate() as string) < opensOn) {
    return { answer: 'refused', note: `No showings before ${opensOn}.` };
  }
  if (status !== 'Active' && status !== 'Coming Soon')
    return { answer: 'refused', note: `The home is ${String(status).toLowerCase()}.` };
  const notice = NOTICE_HOURS[String(record['OccupantType'])] ?? 0;
  const soonest = DateTime.fromMillis(askedAt + notice * 3_600_000, { zone: TIME_ZONE });
  const offered = withinHours(start > soonest ? start : nextHalfHour(soonest));
  if (offered.toMillis() === startAt) return { answer: 'confirmed', note: '' };
  const note = start < soonest ? `${notice} hours’ notice, please.` : 'Showings are between 9 am and 7 pm.';
  return { answer: 'countered', note, offeredAt: offered.toMillis() };
}

function isForgetful({ ListingKey }: FeedRecord): boolean {
  return Number(String(ListingKey).replace(/\D/g, '')) % FORGETFUL === FORGETFUL - 1;
}

/** That time or the next one at which an office shows homes. */
function withinHours(at: DateTime): DateTime {
  const hour = at.hour + at.minute / 60;
  if (hour < OPENS) return at.set({ hour: OPENS, minute: 0 });
  // late in the evening rather than on another day, where it was asked for an evening
  return hour > CLOSES ? at.set({ hour: CLOSES, minute: 0 }) : at;
}

function nextHalfHour(at: DateTime): DateTime {
  const whole = at.startOf('hour');
  return [whole, whole.plus({ minutes: 30 }), whole.plus({ hours: 1 })].find((each) => each >= at) ?? at;
}
