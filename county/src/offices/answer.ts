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
  /** “none”: it forgets to answer. “telephoned”: it rings, and says its answer. */
  readonly answer: 'confirmed' | 'refused' | 'countered' | 'none' | 'telephoned';
  /** What the office says besides, or on the telephone; may be empty. */
  readonly note: string;
  /** With “countered” only: the time that it offers, milliseconds since 1970 UTC. */
  readonly offeredAt?: number;
}

/** One home in so many has an agent who does not answer in writing until reminded: every second of them rings, the others forget. */
const WRITES_NOT = 14;
const OPENS = 9;
const CLOSES = 19;
const NOTICE_HOURS: Readonly<Record<string, number>> = { Tenant: 24, Owner: 2 };

/**
 * A listing office's answer to a showing request, by its hours, the home's occupants and its status. A time that does not suit is
 * answered with the next one that does.
 */
export function answerShowing(record: FeedRecord, request: ShowingRequest): ShowingAnswer {
  const answer = written(record, request);
  const place = Number(String(record['ListingKey']).replace(/\D/g, ''));
  if (request.isReminder || place % WRITES_NOT !== WRITES_NOT - 1) return answer;
  return Math.floor(place / WRITES_NOT) % 2 === 0 ? { answer: 'none', note: '' } : { answer: 'telephoned', note: spoken(answer) };
}

/** An answer as it is said on the telephone. */
function spoken({ answer, note, offeredAt }: ShowingAnswer): string {
  if (answer === 'confirmed') return 'That time is fine, do come.';
  if (answer === 'refused') return `I am afraid not. ${note}`;
  const offered = DateTime.fromMillis(offeredAt ?? 0, { zone: TIME_ZONE });
  return `Could you come ${offered.toFormat('cccc')} at ${offered.toFormat('h:mm a').toLowerCase()} instead? ${note}`;
}

function written(record: FeedRecord, { startAt, askedAt }: ShowingRequest): ShowingAnswer {
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
