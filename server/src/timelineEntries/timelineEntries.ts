import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { TimelineEntryRow } from './timeline.entry.entity.js';

const LONGEST = 2000;

type NewEntry = Pick<TimelineEntryRow, 'clientId' | 'kind' | 'text'> &
  Partial<Pick<TimelineEntryRow, 'personId' | 'about' | 'wish'>>;

/** Writes down what happens in a client's file and stands nowhere else: notes, calls, letters, changes of searches. */
@Injectable()
export class TimelineEntries {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
  ) {}

  /** Writes an entry, in the caller's transaction where it has one. Gives its id. */
  async add({ personId = null, about = null, wish = null, text, ...entry }: NewEntry, manager?: EntityManager): Promise<string> {
    const id = randomUUID();
    await (manager ?? this.database.manager).insert(TimelineEntryRow, {
      ...entry,
      id,
      personId,
      about,
      wish,
      text: text.trim().slice(0, LONGEST),
      at: this.clock.date(),
      answeredAt: null,
    });
    return id;
  }
}
