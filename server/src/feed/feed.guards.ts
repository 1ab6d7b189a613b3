import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Clock } from '../clock/index.js';
import { FeedMissingRow } from './feed.entity.js';

/** Nothing new for longer than this may be worth a word; it is where it is also much longer than usual. */
const QUIET_MS = 24 * 3_600_000;
const MUCH_LONGER = 3;
const CHANGES_LOOKED_AT = 500;
const FEWEST_CHANGES = 50;
/** More than so many listings, and more than this share of all, are not taken out before somebody agrees. */
const MANY_MISSING = { listings: 200, share: 0.05 };

/** What is suspicious of a feed that answers well: many listings missing at once, or nothing new for long. */
@Injectable()
export class FeedGuards {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
  ) {}

  /** A feed that has lost many listings at once has more likely lost its way: they stay until somebody agrees. */
  async mayTakeOut(feed: string, missing: number, stored: number): Promise<boolean> {
    const kept = this.database.getRepository(FeedMissingRow);
    const agreed = (await kept.findOneBy({ feed }))?.agreed ?? 0;
    await kept.delete({ feed });
    if (missing <= agreed || !isMany(missing, stored)) return true;
    await kept.insert({ feed, missing, stored, foundAt: this.clock.date(), agreed: 0 });
    return false;
  }

  /** @throws Error while listings are missing that nobody has agreed to take out */
  async guardMissing(feed: string): Promise<void> {
    const row = await this.database.getRepository(FeedMissingRow).findOneBy({ feed, agreed: 0 });
    if (!row) return;
    const number = (value: number): string => value.toLocaleString('en-US');
    throw new Error(
      `The feed no longer has ${number(row.missing)} of ${number(row.stored)} listings. They are kept until an administrator agrees that they are taken out.`,
    );
  }

  /** @throws Error when nothing new has come for much longer than usual: a feed that answers and tells nothing is no feed. */
  async guardNews(): Promise<void> {
    const now = this.clock.date();
    const rows = await this.database.query<{ modifiedAt: Date }[]>(
      "SELECT modifiedAt FROM listings WHERE source = 'feed' AND modifiedAt <= ? ORDER BY modifiedAt DESC LIMIT ?",
      [now, CHANGES_LOOKED_AT],
    );
    const moments = rows.map(({ modifiedAt }) => modifiedAt.getTime());
    const [latest] = moments;
    if (latest === undefined || moments.length < FEWEST_CHANGES) return;
    const quiet = now.getTime() - latest;
    const longest = Math.max(...moments.slice(1).map((moment, i) => (moments[i] as number) - moment));
    if (quiet <= Math.max(QUIET_MS, MUCH_LONGER * longest)) return;
    const hours = (ms: number): string => `${Math.round(ms / 3_600_000)} hours`;
    throw new Error(
      `Nothing new has come from the feed for ${hours(quiet)}; the longest that it was quiet lately is ${hours(longest)}.`,
    );
  }
}

/** Whether so many listings missing of all stored are too many to be taken out unasked. */
export function isMany(missing: number, stored: number): boolean {
  return missing > Math.max(MANY_MISSING.listings, MANY_MISSING.share * stored);
}
