import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { FeedCursorRow } from './feed.entity.js';

const BEGINNING = '1970-01-01T00:00:00.000Z';

/** How far each resource of a feed was read. */
@Injectable()
export class FeedCursors {
  constructor(private readonly database: DataSource) {}

  /** The beginning where nothing of it was read yet. */
  async of(feed: string, resource: string): Promise<FeedCursorRow> {
    const cursors = this.database.getRepository(FeedCursorRow);
    return (
      (await cursors.findOneBy({ feed, resource })) ??
      cursors.create({ feed, resource, modifiedAt: BEGINNING, lastKey: '', firstLoadDone: false })
    );
  }

  /** Whether everything that a feed held was read once, and joined; comparing what is there comes last. */
  async haveReadAll(feed: string): Promise<boolean> {
    const [listings, joined, compared] = await Promise.all([
      this.of(feed, 'Property'),
      this.of(feed, 'Joined'),
      this.of(feed, 'Comparison'),
    ]);
    return listings.firstLoadDone && joined.firstLoadDone && compared.modifiedAt !== BEGINNING;
  }
}
