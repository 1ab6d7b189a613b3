import { inReach, judge, missOf, standingOf } from '@perambula/core';
import type { ListingRecord, Search, TimeContext } from '@perambula/core';

/** How a listing stands to a search: "fits", or by what it misses; null when it misses by more than one line. */
export function howWanted(search: Search, record: ListingRecord, time: TimeContext): string | null {
  if (!inReach(search, record)) return null;
  const verdict = judge(search, record, time);
  const standing = standingOf(verdict);
  if (standing === 'fit') return 'fits';
  if (standing !== 'missByOne') return null;
  const missed = verdict.lines.find(({ truth }) => truth === false)?.line.id ?? (verdict.keepIn === false ? 'keepIn' : 'keepOut');
  const { text, by } = missOf(search, record, missed);
  return by === null ? null : text;
}
