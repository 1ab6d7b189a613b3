import { inReach, judge, missOf, standingOf } from '@perambula/core';
import type { ListingRecord, Search, TimeContext } from '@perambula/core';

/** Farther than a tenth over a limit, or a tenth of a mile outside a bound, is not nearly. */
const NEARLY = 0.1;

/** How a listing stands to a search: "fits", or by what it narrowly misses; null when neither. */
export function howWanted(search: Search, record: ListingRecord, time: TimeContext): string | null {
  if (!inReach(search, record)) return null;
  const verdict = judge(search, record, time);
  const standing = standingOf(verdict);
  if (standing === 'fit') return 'fits';
  if (standing !== 'missByOne') return null;
  const missed = verdict.lines.find(({ truth }) => truth === false)?.line.id ?? (verdict.keepIn === false ? 'keepIn' : 'keepOut');
  const { text, nearness } = missOf(search, record, missed);
  return nearness <= NEARLY ? text : null;
}
