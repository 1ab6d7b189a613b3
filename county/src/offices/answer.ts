import { DateTime } from 'luxon';
import { TIME_ZONE } from '../county.js';
import type { FeedRecord } from '../feedRecord.js';

export interface ShowingRequest {
  /** Milliseconds since 1970 UTC. */
  readonly startAt: number;
  readonly askedAt: number;
}

export interface ShowingAnswer {
  readonly answer: 'confirmed' | 'refused';
  /** What the office says besides; may be empty. */
  readonly note: string;
}

const OPENS = 9;
const CLOSES = 19;

/** A listing office's answer to a showing request, by its hours, the home's occupants and its status. */
export function answerShowing(record: FeedRecord, { startAt, askedAt }: ShowingRequest): ShowingAnswer {
  const start = DateTime.fromMillis(startAt, { zone: TIME_ZONE });
  const status = record['StandardStatus'];
  const opensOn = record['ActivationDate'];
  if (status === 'Coming Soon' && typeof opensOn === 'string' && (start.toISODate() as string) < opensOn) {
    return { answer: 'refused', note: `No showings before ${opensOn}.` };
  }
  if (status !== 'Active' && status !== 'Coming Soon')
    return { answer: 'refused', note: `The home is ${String(status).toLowerCase()}.` };
  const hour = start.hour + start.minute / 60;
  if (hour < OPENS || hour > CLOSES) return { answer: 'refused', note: 'Showings are between 9 am and 7 pm.' };
  const notice = { Tenant: 24, Owner: 2 }[String(record['OccupantType'])] ?? 0;
  if (startAt - askedAt < notice * 3_600_000) return { answer: 'refused', note: `${notice} hours’ notice, please.` };
  return { answer: 'confirmed', note: '' };
}
