import { Inject, Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config, FeedAccess } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { withAdvisoryLock } from '../common/advisoryLock.js';
import { FeedCursorRow, FeedMissingRow, FeedSourceRow } from './feed.entity.js';

/** Held by whoever reads the feed, or turns to another. */
export const FEED_LOCK = 'feed';
const LONGEST_WAIT_S = 10;

/** Which feed is read. */
export interface FeedAddress {
  /** The OData service's root, without a slash at the end. */
  readonly root: string;
  readonly access: FeedAccess;
  /** By the feed's name of a field, the Data Dictionary's, where somebody said so. */
  readonly names: Readonly<Record<string, string>>;
  /** Chosen by an administrator, rather than the one that the server was started with. */
  readonly chosen: boolean;
}

/** What is kept of a feed is kept under this; the one that the server was started with may move. */
export function nameOf({ root, chosen }: Pick<FeedAddress, 'root' | 'chosen'>): string {
  return chosen ? root : '';
}

/** Which feed is read: the one that the server was started with, until an administrator names another. */
@Injectable()
export class FeedSettings {
  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Pick<Config, 'feed'>,
  ) {}

  /** The feed that is read; null where none was named yet. */
  async current(): Promise<FeedAddress | null> {
    const row = await this.database.getRepository(FeedSourceRow).findOneBy({ id: 1 });
    if (row) return { root: row.root, access: row.access, names: row.names, chosen: true };
    const { first } = this.config.feed;
    return first && { ...first, names: {}, chosen: false };
  }

  /**
   * Reads another feed from now on, from where it was last read to. What the feed before has stays, and where it was
   * read to; listings that the new one does not have are taken out once it was read, or when an administrator agrees.
   */
  choose({ root, access, names }: Omit<FeedAddress, 'chosen'>): Promise<void> {
    return this.start({ id: 1, root, access, names: { ...names } });
  }

  /** Goes back to the feed that the server was started with, which goes on from where it was. */
  reset(): Promise<void> {
    return this.start(null);
  }

  /** Between two rounds of the reader, which would go on from the old feed's place. */
  private async start(row: FeedSourceRow | null): Promise<void> {
    const done = await withAdvisoryLock(this.database, FEED_LOCK, LONGEST_WAIT_S, async () => {
      await this.database.transaction(async (manager) => {
        await manager.delete(FeedSourceRow, { id: 1 });
        if (row) await manager.insert(FeedSourceRow, row);
        // what is there is compared with what this one has as soon as it was read
        await manager.delete(FeedCursorRow, { resource: 'Comparison' });
        await manager.createQueryBuilder().delete().from(FeedMissingRow).execute();
      });
      return true;
    });
    if (!done)
      throw new Failure(
        'feed.busy',
        'The feed is being read for the first time. Change it once that is done, in a minute or two.',
      );
  }

  /**
   * Agrees that so many listings are taken out, which the feed that is read no longer has; they are in the next round.
   *
   * @throws Failure when it is not, or no longer, so many
   */
  async agree(missing: number): Promise<void> {
    const changed = new Failure(
      'feed.changed',
      'The feed was compared anew meanwhile. Look at the figure again, and then agree.',
    );
    const address = await this.current();
    if (!address) throw changed;
    const feed = nameOf(address);
    await this.database.transaction(async (manager) => {
      const { affected } = await manager.update(FeedMissingRow, { feed, missing }, { agreed: missing });
      if (!affected) throw changed;
      await manager.delete(FeedCursorRow, { feed, resource: 'Comparison' });
    });
  }
}
