import { isMoment } from './place.js';
import type { Raw } from './place.js';
import { textOf } from './listingEvents.js';
import type { ReportedChange } from './listingEvents.js';
import { asideOf, isPossible } from './readRecord.js';
import type { Reject } from './readRecord.js';

/** An open house as it is kept. */
export interface Opening {
  readonly key: string;
  readonly listingKey: string;
  readonly startsAt: Date;
  readonly endsAt: Date;
  readonly status: string;
  readonly modifiedAt: Date;
}

const KEY = 60;
const FEED_KEY = 120;
const STATUS = 20;
/** Open houses are announced no further ahead than this. */
const FURTHEST_MS = 2 * 365 * 86_400_000;

/** Open houses of a feed; those that cannot be kept are set aside with the reason. */
export function readOpenings(
  raws: readonly Raw[],
  now: number,
): { readonly openings: readonly Opening[]; readonly rejects: readonly Reject[] } {
  const openings: Opening[] = [];
  const rejects: Reject[] = [];
  for (const raw of raws) {
    const opening = {
      key: textIn(raw['OpenHouseKey'], KEY),
      listingKey: textIn(raw['ListingKey'], KEY),
      startsAt: momentIn(raw['OpenHouseStartTime'], now + FURTHEST_MS),
      endsAt: momentIn(raw['OpenHouseEndTime'], now + FURTHEST_MS),
      status: textIn(raw['OpenHouseStatus'], STATUS),
      modifiedAt: momentIn(raw['ModificationTimestamp'], now),
    };
    const wrong = Object.entries(opening).find(([, value]) => value === null);
    if (wrong)
      rejects.push(asideOf(raw, `An open house’s ${wrong[0]} cannot be read`, `Open house ${String(raw['OpenHouseKey'])}`));
    else openings.push(opening as Opening);
  }
  return { openings, rejects };
}

/** What a feed tells of a change, or null where it cannot be kept: the listing's own record tells the same. */
export function toldOf(raw: Raw, now: number): ReportedChange | null {
  const feedKey = textIn(raw['HistoryTransactionalKey'], FEED_KEY);
  const listingKey = textIn(raw['ResourceRecordKey'], KEY);
  const field = textIn(raw['FieldName'], KEY);
  const at = momentIn(raw['ModificationTimestamp'], now);
  if (feedKey === null || listingKey === null || field === null || at === null) return null;
  return { feedKey, listingKey, field, from: textOf(raw['PreviousValue']), to: textOf(raw['NewValue']), at };
}

function textIn(value: unknown, most: number): string | null {
  return typeof value === 'string' && value !== '' && value.length <= most ? value : null;
}

function momentIn(value: unknown, latest: number): Date | null {
  const moment = isMoment(value) ? new Date(value) : null;
  return moment && isPossible(moment, latest) ? moment : null;
}
